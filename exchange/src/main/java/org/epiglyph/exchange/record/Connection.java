package org.epiglyph.exchange.record;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.net.ConnectException;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Decimal;

/**
 * The connection to one record service, whatever its protocol: the token is sent nowhere else, a request that met a
 * busy service or was interrupted is retried within a budget, and failures have readable messages. Requests must be
 * idempotent.
 */
public final class Connection {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final long LONGEST_ANSWER = 64L << 20;
    private static final long TICK_MILLIS = 100;
    private static final Set<Integer> PASSING = Set.of(429, 502, 503, 504);
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(10))
            .version(HttpClient.Version.HTTP_1_1)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
    private final ServiceAddress base;
    private final String token;
    private final Backoff backoff;
    private final Duration patience;
    private final Runnable stillWanted;

    Connection(ServiceAddress base, String token, Backoff backoff, Duration patience, Runnable stillWanted) {
        this.base = base;
        this.token = token;
        this.backoff = backoff;
        this.patience = patience;
        this.stillWanted = stillWanted;
    }

    static Connection to(ServiceAddress base, String token, Backoff backoff, Runnable stillWanted) throws Problem {
        if (!token.strip().matches("[\\x21-\\x7E]+")) {
            throw new Problem(
                    Message.of(Connection.class, "badToken"));
        }
        return new Connection(base, token.strip(), backoff, PATIENCE, stillWanted);
    }

    ServiceAddress base() {
        return base;
    }

    /** An answer, held in memory. */
    record Answer(HttpHeaders headers, byte[] body) {
        /** The version that it names; empty if it names none. */
        String tag() {
            return headers.firstValue("ETag").filter(t -> t.matches("[\\x21-\\x7E]{1,200}")).orElse("");
        }
    }

    /** @param path below the service's address, encoded, beginning with a slash */
    HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(base.resolve(path)).header("Authorization", "Bearer " + token);
    }

    JsonNode json(String path) throws Problem {
        return parse(answer(request(path).header("Accept", "application/json").GET().build()).body());
    }

    Answer answer(HttpRequest request) throws Problem {
        return answer(request, LONGEST_ANSWER);
    }

    /** @param most the answer's maximum length in bytes */
    Answer answer(HttpRequest request, long most) throws Problem {
        Tries tries = new Tries();
        while (true) {
            try {
                Transfer.Answer answer = new Transfer(http, patience, _ -> stillWanted.run()).send(request, most);
                if (!PASSING.contains(answer.status()) || !tries.canRetry(retryAfter(answer.headers()))) {
                    refuseFailure(answer.status());
                    return new Answer(answer.headers(), answer.body());
                }
            } catch (Transfer.TooLong e) {
                throw unexpectedAnswer();
            } catch (IOException e) {
                if (isNoConnection(e) || !tries.canRetry(Optional.empty())) {
                    throw unreachable(e);
                }
            }
        }
    }

    /** Nothing answers there at all; waiting would only hide that. */
    private static boolean isNoConnection(IOException e) {
        return e instanceof ConnectException || e instanceof HttpTimeoutException
                || e.getCause() instanceof ConnectException;
    }

    /**
     * Writes the answer to a stream, in one attempt: what was written cannot be taken back.
     *
     * @throws IOException if it was interrupted, or the stream cannot be written
     */
    void download(String path, OutputStream out, LongConsumer progress) throws Problem, IOException {
        Transfer transfer = new Transfer(http, patience, received -> {
            stillWanted.run();
            progress.accept(received);
        });
        refuseFailure(transfer.send(request(path).GET().build(), out, Long.MAX_VALUE).statusCode());
        progress.accept(transfer.moved()); // a small class arrives before the first tick
    }

    /** The attempts of one request. */
    private final class Tries {
        private final long begun = System.nanoTime();
        private int failures;

        /** Waits before the next attempt; false if the budget would be exceeded. */
        boolean canRetry(Optional<Duration> asked) throws Problem {
            failures++;
            Duration pause = asked.filter(a -> a.compareTo(backoff.first()) > 0)
                    .orElseGet(() -> backoff.pause(failures));
            Duration gone = Duration.ofNanos(System.nanoTime() - begun);
            if (gone.plus(pause).compareTo(backoff.budget()) > 0) {
                return false;
            }
            long until = System.nanoTime() + pause.toNanos();
            while (System.nanoTime() - until < 0) {
                stillWanted.run();
                sleep(Math.min(TICK_MILLIS, Math.max(1, (until - System.nanoTime()) / 1_000_000)));
            }
            return true;
        }

        private void sleep(long millis) throws Problem {
            try {
                Thread.sleep(millis);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw unreachable(e);
            }
        }
    }

    /** Seconds or a date (RFC 9110, 10.2.3). */
    private static Optional<Duration> retryAfter(HttpHeaders headers) {
        return headers.firstValue("Retry-After").flatMap(text -> {
            try {
                return Optional.of(text.strip().matches("\\d{1,6}")
                        ? Duration.ofSeconds(Long.parseLong(text.strip()))
                        : Duration.between(Instant.now(), java.time.ZonedDateTime
                                .parse(text.strip(), java.time.format.DateTimeFormatter.RFC_1123_DATE_TIME)));
            } catch (DateTimeException e) {
                return Optional.empty();
            }
        });
    }

    private RecordClient.Unreachable unreachable(Exception cause) {
        return new RecordClient.Unreachable(Message.of(Connection.class, "noAnswer", base), cause);
    }

    private void refuseFailure(int status) throws Problem {
        if (status / 100 == 2) {
            return;
        }
        throw switch (status) {
            case 409, 412 -> new RecordClient.Conflict(Message.of(Connection.class, "conflict"));
            case 401, 403 -> new Problem(Message.of(Connection.class, "tokenRefused", base));
            case 404 -> new Problem(Message.of(Connection.class, "unknownTask", base));
            case 413 -> new Problem(Message.of(Connection.class, "tooLarge", base));
            case 429, 502, 503, 504 -> new Problem(Message.of(Connection.class, "busy", base));
            default -> status / 100 == 3
                    ? new Problem(Message.of(Connection.class, "redirects", base))
                    : new Problem(Message.of(Connection.class, "error", base, status));
        };
    }

    // --- reading what it says

    JsonNode parse(byte[] body) throws Problem {
        try {
            JsonNode node = JSON.readTree(body);
            if (node == null || node.isNull() || node.isMissingNode()) {
                throw unexpectedAnswer();
            }
            return node;
        } catch (JsonProcessingException e) {
            throw unexpectedAnswer();
        } catch (IOException e) {
            throw new Problem(Message.of(Connection.class, "answerUnreadable", base), e);
        }
    }

    String text(JsonNode node, String field) throws Problem {
        if (!node.hasNonNull(field)) {
            throw unexpectedAnswer();
        }
        return node.get(field).asText();
    }

    Instant time(String text) throws Problem {
        try {
            return Instant.parse(text);
        } catch (DateTimeException e) {
            throw unexpectedAnswer();
        }
    }

    Optional<Instant> optionalTime(JsonNode node, String field) throws Problem {
        return node.hasNonNull(field) ? Optional.of(time(node.get(field).asText())) : Optional.empty();
    }

    BigDecimal number(String text) throws Problem {
        try {
            return Decimal.of(text);
        } catch (NumberFormatException e) {
            throw unexpectedAnswer();
        }
    }

    Problem unexpectedAnswer() {
        return new Problem(Message.of(Connection.class, "notAService", base));
    }

    /**
     * A class list that cannot be used.
     *
     * @param how the problem, as the end of a sentence about the list
     */
    Problem unusableRoster(Message how) {
        return new Problem(Message.of(Connection.class, "badClassList", base, how));
    }

    static String encoded(String part) {
        return URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
