package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.epiglyph.core.Problem;
import org.epiglyph.exchange.record.Backoff;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a record service may do to a client: hang, flood, redirect, respond with anything. */
class RecordServiceTrustTest {
    private static final Backoff SOON = new Backoff(Duration.ofMillis(5), Duration.ofMillis(300));

    private static RecordClient client(String address) throws Problem {
        return new RecordServices(List.of(), SOON).connect(address, "token");
    }

    /** A server that treats every request the same way. */
    private static HttpServer server(com.sun.net.httpserver.HttpHandler handler) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        server.createContext("/", handler);
        server.setExecutor(java.util.concurrent.Executors.newVirtualThreadPerTaskExecutor());
        server.start();
        return server;
    }

    private static String at(HttpServer server) {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    @Test
    void cancelsASlowAnswerAtAnyByte() throws Exception {
        AtomicBoolean stop = new AtomicBoolean();
        HttpServer trickling = server(exchange -> {
            exchange.sendResponseHeaders(200, 0);
            try (OutputStream out = exchange.getResponseBody()) {
                for (int i = 0; i < 100_000; i++) {
                    out.write(' ');
                    out.flush();
                    TimeUnit.MILLISECONDS.sleep(20);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        try {
            RecordClient client = RecordServices.installed().connect(at(trickling), "t", () -> {
                if (stop.get()) {
                    throw new CancellationException();
                }
            });
            Thread.ofVirtual().start(() -> {
                java.util.concurrent.locks.LockSupport.parkNanos(400_000_000);
                stop.set(true);
            });
            assertThatThrownBy(client::tasks).isInstanceOf(CancellationException.class);
        } finally {
            trickling.stop(0);
        }
    }

    @Test
    void refusesAnEndlessAnswer() throws Exception {
        HttpServer flooding = server(exchange -> {
            exchange.sendResponseHeaders(200, 0);
            byte[] block = new byte[1 << 20];
            try (OutputStream out = exchange.getResponseBody()) {
                for (int i = 0; i < 2000; i++) {
                    out.write(block);
                }
            }
        });
        try {
            assertThatThrownBy(() -> client(at(flooding)).tasks()).isInstanceOf(Problem.class)
                    .hasMessageContaining("does not answer as a record service should");
        } finally {
            flooding.stop(0);
        }
    }

    @Test
    void theTokenFollowsNoRedirectOrAmbiguousAddress() throws Exception {
        AtomicBoolean stolen = new AtomicBoolean();
        HttpServer thief = server(exchange -> {
            stolen.set(exchange.getRequestHeaders().containsKey("Authorization"));
            exchange.sendResponseHeaders(200, -1);
        });
        HttpServer redirecting = server(exchange -> {
            exchange.getResponseHeaders().add("Location", at(thief) + "/api/tasks");
            exchange.sendResponseHeaders(307, -1);
        });
        try {
            assertThatThrownBy(() -> client(at(redirecting)).tasks())
                    .hasMessageContaining("redirects to another address");
            String thiefs = "127.0.0.1:" + thief.getAddress().getPort();
            for (String address : List.of(at(redirecting) + "//" + thiefs, "http://127.0.0.1@" + thiefs,
                    at(redirecting) + "/..//" + thiefs, at(redirecting) + "?x=//" + thiefs,
                    at(redirecting) + "#@" + thiefs,
                    at(redirecting) + "/%2e%2e//x", "http://127.0.0.1:70000", "http://127.0.0.1:0", "http://0x7f.1:1",
                    "http://127.0.0.1.example.org", "http://localhost.example.org:80")) {
                assertThatThrownBy(() -> client(address).tasks()).as(address).isInstanceOf(Problem.class);
            }
            assertThat(stolen).isFalse();
        } finally {
            thief.stop(0);
            redirecting.stop(0);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"null", "[null]", "[{}]", "[{\"sourcedId\":\"\",\"familyName\":\"X\"}]",
            "[{\"sourcedId\":\"K\",\"familyName\":\" \"}]",
            "[{\"sourcedId\":\"K\",\"familyName\":\"A\"},{\"sourcedId\":\"K\",\"familyName\":\"B\"}]", "{\"a\":", "7",
            "\"x\""})
    void anyClassListIsReadOrExplained(String body) throws Exception {
        HttpServer odd = server(exchange -> {
            byte[] bytes = body.getBytes(java.nio.charset.StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(200, bytes.length);
            exchange.getResponseBody().write(bytes);
            exchange.close();
        });
        try {
            assertThat(client(at(odd)).roster("t").students()).isEmpty();
        } catch (Problem e) {
            assertThat(e.getMessage()).endsWith(".");
        } finally {
            odd.stop(0);
        }
    }
}
