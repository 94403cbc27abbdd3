package org.epiglyph.exchange.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class ConnectionTest {
    private static final Backoff SHORT = new Backoff(Duration.ofMillis(5), Duration.ofSeconds(2));
    private final AtomicInteger asked = new AtomicInteger();
    private HttpServer server;

    /** What the service does for the next requests; the last action is repeated. */
    private interface Doing {
        void answer(HttpExchange exchange, int call) throws IOException;
    }

    @BeforeEach
    void start() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private void serve(Doing doing) {
        server.createContext("/api/tasks", exchange -> {
            try (exchange) {
                doing.answer(exchange, asked.incrementAndGet());
            }
        });
    }

    private static void say(HttpExchange exchange, int status, String body) throws IOException {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    private RecordClient client(Backoff backoff) throws Problem {
        return new RecordServices(List.of(), backoff).connect("http://127.0.0.1:" + server.getAddress().getPort(),
                "token");
    }

    @Test
    void retriesABusyOrFailingService() throws Problem {
        serve((exchange, call) -> {
            if (call == 1) {
                say(exchange, 503, "");
            } else if (call == 2) {
                exchange.getResponseHeaders().add("Retry-After", "1");
                say(exchange, 429, "");
            } else {
                say(exchange, 200, "[]");
            }
        });
        long before = System.nanoTime();
        assertThat(client(SHORT).tasks()).isEmpty();
        assertThat(asked.get()).isEqualTo(3);
        assertThat(Duration.ofNanos(System.nanoTime() - before)).as("as long as it asked for")
                .isGreaterThanOrEqualTo(Duration.ofSeconds(1));
    }

    @Test
    void retriesATruncatedAnswer() throws Problem {
        serve((exchange, call) -> {
            if (call == 1) {
                exchange.sendResponseHeaders(200, 1_000);
                exchange.getResponseBody().write('[');
                exchange.getResponseBody().flush(); // and closed with 999 bytes missing
            } else {
                say(exchange, 200, "[]");
            }
        });
        assertThat(client(SHORT).tasks()).isEmpty();
        assertThat(asked.get()).isEqualTo(2);
    }

    @Test
    void reportsAPersistentFailureWithinTheBudget() {
        serve((exchange, _) -> say(exchange, 503, ""));
        assertThatThrownBy(() -> client(new Backoff(Duration.ofMillis(5), Duration.ofSeconds(2))).tasks())
                .isInstanceOf(Problem.class)
                .hasMessageContaining("too busy now");
        assertThat(asked.get()).isGreaterThan(2);
    }

    @Test
    void doesNotWaitLongerThanTheBudget() {
        serve((exchange, _) -> {
            exchange.getResponseHeaders().add("Retry-After", "3600");
            say(exchange, 429, "");
        });
        assertThatThrownBy(() -> client(SHORT).tasks()).hasMessageContaining("too busy now");
        assertThat(asked.get()).isEqualTo(1);
    }

    /** RFC 9110, 10.2.3: seconds, or a date. */
    @Test
    void acceptsADateAsRetryTimeAndIgnoresOtherValues() throws Problem {
        serve((exchange, call) -> {
            if (call == 1) {
                exchange.getResponseHeaders()
                        .add("Retry-After", DateTimeFormatter.RFC_1123_DATE_TIME
                                .format(ZonedDateTime.now(ZoneOffset.UTC).plusSeconds(2)));
                say(exchange, 503, "");
            } else if (call == 2) {
                exchange.getResponseHeaders().add("Retry-After", "Thu, 01 Jan 1970 00:00:00 GMT");
                say(exchange, 503, "");
            } else if (call == 3) {
                exchange.getResponseHeaders().add("Retry-After", "soon, perhaps");
                say(exchange, 429, "");
            } else {
                say(exchange, 200, "[]");
            }
        });
        long before = System.nanoTime();
        assertThat(client(new Backoff(Duration.ofMillis(5), Duration.ofSeconds(10))).tasks()).isEmpty();
        assertThat(asked.get()).isEqualTo(4);
        assertThat(Duration.ofNanos(System.nanoTime() - before)).as("a date tells whole seconds")
                .isGreaterThanOrEqualTo(Duration.ofMillis(900));
    }

    @Test
    void rejectsUnintelligibleAnswersOfEachKind() {
        for (String body : List.of("", "null", "<html>Sign in</html>", "{\"tasks\":", "[{}]")) {
            server.createContext("/api/tasks", exchange -> {
                try (exchange) {
                    say(exchange, 200, body);
                }
            });
            assertThatThrownBy(() -> client(SHORT).tasks()).as(body)
                    .isInstanceOf(Problem.class)
                    .hasMessageContaining("does not answer as a record service should");
            server.removeContext("/api/tasks");
        }
    }

    @Test
    void explainsEachRefusalAndItsRemedy() {
        Map<Integer, String> words = Map.of(302, "redirects to another address", 401, "does not accept the token", 404,
                "does not know this task", 413, "does not accept uploads of this size", 500, "answered with error 500");
        words.forEach((status, said) -> {
            server.createContext("/api/tasks", exchange -> {
                try (exchange) {
                    exchange.getResponseHeaders().add("Location", "https://elsewhere.example/");
                    say(exchange, status, "");
                }
            });
            assertThatThrownBy(() -> client(SHORT).tasks()).as("status %s", status).hasMessageContaining(said);
            server.removeContext("/api/tasks");
        });
    }

    @Test
    void doesNotRetryAPermanentRefusal() {
        serve((exchange, _) -> say(exchange, 403, ""));
        assertThatThrownBy(() -> client(SHORT).tasks()).hasMessageContaining("does not accept the token");
        assertThat(asked.get()).isEqualTo(1);
    }

    @Test
    void reportsAnUnreachableServiceAtOnce() throws IOException {
        int port;
        try (ServerSocket closed = new ServerSocket(0)) {
            port = closed.getLocalPort();
        }
        Backoff long1 = new Backoff(Duration.ofSeconds(30), Duration.ofMinutes(5));
        assertThatThrownBy(() -> new RecordServices(List.of(), long1)
                .connect("http://127.0.0.1:" + port, "token")
                .tasks()).isInstanceOf(RecordClient.Unreachable.class);
    }

    @Test
    void waitingCanBeCancelled() throws Problem {
        serve((exchange, _) -> say(exchange, 503, ""));
        RecordClient client = new RecordServices(List.of(), new Backoff(Duration.ofMinutes(1), Duration.ofHours(1)))
                .connect("http://127.0.0.1:" + server.getAddress().getPort(), "token", () -> {
                    if (asked.get() > 0) {
                        throw new CancellationException();
                    }
                });
        assertThatThrownBy(client::tasks).isInstanceOf(CancellationException.class);
    }

    @Test
    void theAddressDeterminesTheProtocol() throws Problem {
        RecordServices services = RecordServices.installed();
        assertThat(services.at("https://records.example.org/ims/oneroster/").abilities()).isEmpty();
        assertThat(services.at("https://records.example.org/school/ims/oneroster").name()).isEqualTo("OneRoster 1.2");
        assertThat(services.at("https://records.example.org").abilities()).contains(Ability.FILES, Ability.VISIBILITY);
        assertThatThrownBy(() -> services.at("http://records.example.org/ims/oneroster"))
                .as("what holds of tokens and addresses holds for every protocol")
                .hasMessageContaining("unprotected");
    }
}
