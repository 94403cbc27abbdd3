package org.epiglyph.recordoffice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.atlassian.oai.validator.OpenApiInteractionValidator;
import com.atlassian.oai.validator.model.Request;
import com.atlassian.oai.validator.model.SimpleResponse;
import com.atlassian.oai.validator.report.LevelResolver;
import com.atlassian.oai.validator.report.ValidationReport;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.util.concurrent.atomic.AtomicLong;
import java.io.SequenceInputStream;
import java.io.InputStream;
import java.io.IOException;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The OpenAPI description is held against the running server, exchange by exchange, by an independent validator. */
class ProtocolTest {
    private static final String RECORD = "/api/tasks/t1/records/K-1";
    private final HttpClient http = HttpClient.newHttpClient();
    private final OpenApiInteractionValidator description = OpenApiInteractionValidator
            .createForInlineApiSpecification(read("openapi.yaml"))
            .withLevelResolver(LevelResolver.create()
                    .withLevel("validation.request.body.unexpected", ValidationReport.Level.INFO)
                    .build())
            .build();
    @TempDir
    private Path data;
    private RecordOffice office;
    private String token;

    @BeforeEach
    void start() throws Exception {
        Path task = Files.createDirectories(data.resolve("tasks/t1"));
        Files.createDirectories(task.resolve("files"));
        Files.writeString(task.resolve("files/K-1_h1_work.pdf"), "%PDF-1.4 not much");
        Files.writeString(task.resolve("task.json"),
                """
                        {"sourcedId":"t1","module":"Tides","title":"Heights <&>","description":"Do it.","dueDate":"2026-03-13T18:00:00Z","zone":"Europe/London","resultValueMax":32}""");
        Files.writeString(task.resolve("roster.json"),
                """
                        [{"sourcedId":"K-1","givenName":"Ada","familyName":"O'Example, jr.","section":"A"},{"sourcedId":"K-2","givenName":"","familyName":"Bao","section":"B"}]""");
        Files.writeString(task.resolve("submissions.json"),
                """
                        [{"student":"K-1","handIn":1,"handedInAt":"2026-03-13T17:00:00Z","message":"hello","files":["K-1_h1_work.pdf"]}]""");
        office = RecordOffice.start(data, 0, Clock.systemUTC());
        token = Files.readString(data.resolve("token"));
    }

    @AfterEach
    void stop() {
        office.close();
    }

    private static String read(String resource) {
        try (var in = RecordOffice.class.getResourceAsStream(resource)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** Sends a request and holds request path and response against the description. */
    private HttpResponse<byte[]> send(String method, String path, HttpRequest.BodyPublisher body, String... headers)
            throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(office.address() + path))
                .method(method, body)
                .header("Authorization", "Bearer " + token);
        if (headers.length > 0) {
            request.headers(headers);
        }
        HttpResponse<byte[]> response = http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
        SimpleResponse.Builder answer = SimpleResponse.Builder.status(response.statusCode())
                .withContentType(response.headers().firstValue("Content-Type").orElse("application/json"));
        response.headers().firstValue("ETag").ifPresent(tag -> answer.withHeader("ETag", tag));
        answer.withBody(new String(response.body(), StandardCharsets.UTF_8));
        ValidationReport report = description.validateResponse(path, Request.Method.valueOf(method), answer.build());
        assertThat(report.getMessages()).as("%s %s", method, path)
                .filteredOn(m -> m.getLevel() == ValidationReport.Level.ERROR)
                .isEmpty();
        return response;
    }

    private JsonNode get(String path) throws Exception {
        return new ObjectMapper().readTree(send("GET", path, HttpRequest.BodyPublishers.noBody()).body());
    }

    private HttpResponse<byte[]> put(String key, String score, String pdf, String... more) throws Exception {
        String form = "--x\r\nContent-Disposition: form-data; name=\"result\"\r\nContent-Type: application/json\r\n\r\n{\"score\":"
                + score
                + ",\"scoreStatus\":\"fully graded\",\"comment\":\"<b>Good</b>\"}\r\n--x\r\nContent-Disposition: form-data; name=\"document\"; filename=\"../K-1_marked.pdf\""
                + "\r\nContent-Type: application/pdf\r\n\r\n" + pdf + "\r\n--x--\r\n";
        String[] headers = new String[4 + more.length];
        System.arraycopy(new String[]{"Content-Type", "multipart/form-data; boundary=x", "Idempotency-Key", key}, 0,
                headers, 0, 4);
        System.arraycopy(more, 0, headers, 4, more.length);
        return send("PUT", RECORD, HttpRequest.BodyPublishers.ofString(form), headers);
    }

    @Test
    void everyResponseMatchesTheDescription() throws Exception {
        assertThat(get("/api/tasks").get(0).hasNonNull("description")).as("tasks are listed without their instructions")
                .isFalse();
        assertThat(get("/api/tasks/t1").get("description").asText()).isEqualTo("Do it.");
        assertThat(get("/api/tasks/t1/roster")).hasSize(2);
        assertThat(get("/api/tasks/t1/submissions").get(0).get("files").get(0).asText()).isEqualTo("K-1_h1_work.pdf");
        assertThat(get(RECORD).get("version").asInt()).isZero();
        assertThat(send("GET", "/api/tasks/t1/batch.zip", HttpRequest.BodyPublishers.noBody()).body()).startsWith('P',
                'K');
        String sheet = new String(
                send("GET", "/api/tasks/t1/grade-sheet.csv", HttpRequest.BodyPublishers.noBody()).body(),
                StandardCharsets.UTF_8);
        assertThat(sheet.lines().toList().get(1))
                .startsWith("K-1,Ada,\"O'Example, jr.\",A,submitted,2026-03-13T17:00Z,,32,");
    }

    @Test
    void repeatingARequestChangesNothingAndAStaleTagIsRefused() throws Exception {
        HttpResponse<byte[]> first = put("key-number-one", "29.5", "%PDF one");
        assertThat(first.statusCode()).isEqualTo(200);
        HttpResponse<byte[]> again = put("key-number-one", "29.5", "%PDF one");
        assertThat(again.body()).isEqualTo(first.body());
        assertThat(get(RECORD).get("version").asInt()).isEqualTo(1);
        assertThat(put("key-number-two", "30", "%PDF two").statusCode()).isEqualTo(412);
        assertThat(put("key-number-two", "30", "%PDF two", "If-Match", "\"v7\"").statusCode()).isEqualTo(412);
        String tag = first.headers().firstValue("ETag").orElseThrow();
        assertThat(put("key-number-two", "30", "%PDF two", "If-Match", tag).statusCode()).isEqualTo(200);
        assertThat(get(RECORD).get("score").decimalValue()).isEqualByComparingTo("30");
    }

    /** One bad value leaves the office and everybody else's records as they are. */
    @Test
    void unusualValuesBreakNothingPermanently() throws Exception {
        assertThat(put("k1", "1e-999999999", "%PDF").statusCode()).isEqualTo(400);
        assertThat(put("k2", "1e999999999", "%PDF").statusCode()).isEqualTo(400);
        assertThat(put("k".repeat(5000), "1", "%PDF").statusCode()).isBetween(400, 431);
        String nothing = "--x\r\nContent-Disposition: form-data; name=\"result\"\r\n\r\nnull\r\n--x--\r\n";
        assertThat(send("PUT", RECORD, HttpRequest.BodyPublishers.ofString(nothing), "Content-Type",
                "multipart/form-data; boundary=x", "Idempotency-Key", "k3").statusCode()).isEqualTo(400);
        assertThat(send("PUT", RECORD + "/visibility", HttpRequest.BodyPublishers.ofString("null"), "Content-Type",
                "application/json").statusCode()).isEqualTo(400);
        String longest = "--x\r\nContent-Disposition: form-data; name=\"result\"\r\n\r\n{\"score\":1,\"comment\":\""
                + "w".repeat(400_000)
                + "\"}\r\n--x\r\nContent-Disposition: form-data; name=\"document\"; filename=\"" + "n".repeat(400)
                + ".pdf\"\r\nContent-Type: application/pdf\r\n\r\n%PDF\r\n--x--\r\n";
        HttpResponse<byte[]> much = send("PUT", RECORD, HttpRequest.BodyPublishers.ofString(longest), "Content-Type",
                "multipart/form-data; boundary=x", "Idempotency-Key", "k4");
        assertThat(much.statusCode()).isEqualTo(200);
        assertThat(get(RECORD).get("comment").asText()).hasSize(400_000);
        Files.createDirectories(data.resolve("tasks/broken"));
        Files.writeString(data.resolve("tasks/broken/task.json"), "{");
        assertThat(get("/api/tasks")).hasSize(1);
        assertThat(new picocli.CommandLine(new RecordOfficeCommand()).execute("--data", data.toString(), "--port",
                "70000")).isEqualTo(1);
    }

    @Test
    void explainsBadRequestsAndChangesNothing() throws Exception {
        assertThat(put("key-number-one", "33", "%PDF").statusCode()).isEqualTo(400);
        assertThat(put("key-number-one", "nonsense", "%PDF").statusCode()).isEqualTo(400);
        assertThat(send("GET", "/api/tasks/t9", HttpRequest.BodyPublishers.noBody()).statusCode()).isEqualTo(404);
        assertThat(send("GET", "/api/tasks/t1/records/K-9", HttpRequest.BodyPublishers.noBody()).statusCode())
                .isEqualTo(404);
        assertThat(get(RECORD).get("version").asInt()).isZero();
        String rightful = token;
        token = "guess";
        assertThat(send("GET", "/api/tasks", HttpRequest.BodyPublishers.noBody()).statusCode()).isEqualTo(401);
        token = rightful;
    }

    @Test
    void studentsSeeAResultOnlyOnceItIsVisible() throws Exception {
        put("key-number-one", "29.5", "%PDF one");
        assertThat(page("/students/K-1")).contains("There is no result to see yet.").doesNotContain("29.5");
        assertThat(get(RECORD).get("visible").asBoolean()).isFalse();
        assertThat(get(RECORD).has("openedAt")).as("there was nothing to open").isFalse();
        send("PUT", RECORD + "/visibility", HttpRequest.BodyPublishers.ofString("{\"visible\":true}"),
                "Content-Type", "application/json");
        assertThat(get(RECORD).has("openedAt")).as("visible, and not looked at").isFalse();
        assertThat(page("/students/K-1")).contains("<b>29.5</b> of 32", "Heights &lt;&amp;&gt;",
                "&lt;b&gt;Good&lt;/b&gt;");
        assertThat(get(RECORD).get("visible").asBoolean()).isTrue();
        assertThat(get(RECORD).get("openedAt").asText()).isNotEmpty();
        String document = get(RECORD).get("documents").get(0).get("name").asText();
        assertThat(document).doesNotContain("/");
        assertThat(page("/students/K-1/tasks/t1/documents/" + document)).isEqualTo("%PDF one");
        send("PUT", RECORD + "/visibility", HttpRequest.BodyPublishers.ofString("{\"visible\":false}"),
                "Content-Type", "application/json");
        assertThat(page("/students/K-1")).doesNotContain("29.5");
    }

    private HttpResponse<byte[]> putJson(String path, String body) throws Exception {
        return send("PUT", path, HttpRequest.BodyPublishers.ofString(body), "Content-Type", "application/json");
    }

    private HttpResponse<byte[]> amend(String key, String tag, boolean shown) throws Exception {
        String form = "--x\r\nContent-Disposition: form-data; name=\"result\"\r\nContent-Type: application/json\r\n\r\n"
                + "{\"score\":30,\"comment\":\"Better\",\"amendment\":{\"reason\":\"A page was <missed>.\",\"shown\":"
                + shown
                + "}}\r\n--x--\r\n";
        return send("PUT", RECORD, HttpRequest.BodyPublishers.ofString(form), "Content-Type",
                "multipart/form-data; boundary=x", "Idempotency-Key", key, "If-Match", tag);
    }

    @Test
    void anAmendedResultKeepsThePreviousOneAndItsReason() throws Exception {
        put("key-number-one", "29.5", "%PDF one");
        putJson(RECORD + "/visibility", "{\"visible\":true}");
        page("/students/K-1");
        amend("key-number-two", "\"v1\"", false);
        assertThat(page("/students/K-1")).contains("<b>30</b>", "What stood here before", "29.5, entered")
                .doesNotContain("missed");
        amend("key-number-three", "\"v2\"", true);
        assertThat(page("/students/K-1")).contains("A page was &lt;missed&gt;.");
        JsonNode versions = get(RECORD + "/versions");
        assertThat(versions).hasSize(3);
        assertThat(versions.get(0).get("score").decimalValue()).isEqualByComparingTo("29.5");
        assertThat(versions.get(1).get("amendment").get("shown").asBoolean()).isFalse();
    }

    @Test
    void recordsAnExtensionWithoutAResult() throws Exception {
        putJson(RECORD + "/allowance",
                "{\"excused\":false,\"extendedTo\":\"2026-03-20T18:00:00Z\",\"furtherHandIns\":2}");
        assertThat(get(RECORD).get("allowance").get("furtherHandIns").asInt()).isEqualTo(2);
        assertThat(page("/students/K-1")).contains("Your own due time is Friday 20 March 2026, 18:00.",
                "You may hand in again: 2 times.");
        putJson(RECORD + "/allowance", "{\"excused\":true,\"furtherHandIns\":0}");
        assertThat(page("/students/K-1")).contains("You are excused from this task.").doesNotContain("20 March");
        assertThat(putJson(RECORD + "/allowance", "{\"excused\":true,\"furtherHandIns\":-1}").statusCode())
                .isEqualTo(400);
    }

    private int write(String text, String remark, String... headers) throws Exception {
        HttpRequest.Builder request = HttpRequest
                .newBuilder(URI.create(office.address() + "/students/K-1/tasks/t1/answers"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("words="
                        + java.net.URLEncoder.encode(text, StandardCharsets.UTF_8) + "&remark=" + remark));
        if (headers.length > 0) {
            request.headers(headers);
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.discarding()).statusCode();
    }

    @Test
    void aStudentAnswersAndReadsTheReply() throws Exception {
        assertThat(write("Too early.", "")).as("nothing can be answered that cannot be seen").isEqualTo(404);
        put("key-number-one", "29.5", "%PDF one");
        putJson(RECORD + "/visibility", "{\"visible\":true}");
        assertThat(write("Why <not> 30?", "3")).isEqualTo(302);
        assertThat(write("From elsewhere.", "", "Origin", "https://elsewhere.example")).isEqualTo(403);
        JsonNode answers = get("/api/tasks/t1/answers");
        assertThat(answers).hasSize(1);
        assertThat(answers.get(0).get("remark").asInt()).isEqualTo(3);
        String id = answers.get(0).get("id").asText();
        assertThat(putJson("/api/tasks/t1/answers/" + id + "/reply", "{\"words\":\"Look at page 2.\"}").statusCode())
                .isEqualTo(200);
        assertThat(putJson("/api/tasks/t1/answers/A-9/reply", "{\"words\":\"x\"}").statusCode()).isEqualTo(404);
        assertThat(page("/students/K-1")).contains("Why &lt;not&gt; 30?", "to remark 3", "Look at page 2.");
    }

    @Test
    void simulatesExactlyTheRequestedFaults() throws Exception {
        assertThat(get("/api/faults").get("failing").asDouble()).isZero();
        assertThat(putJson("/api/faults", "{\"failing\":2}").statusCode()).isEqualTo(400);
        putJson("/api/faults", "{\"failing\":1}");
        assertThat(send("GET", "/api/tasks/t1/answers", HttpRequest.BodyPublishers.noBody()).statusCode())
                .isEqualTo(503);
        putJson("/api/faults", "{\"busy\":1,\"retryAfter\":7}");
        HttpResponse<byte[]> busy = send("GET", "/api/tasks/t1/answers", HttpRequest.BodyPublishers.noBody());
        assertThat(busy.statusCode()).isEqualTo(429);
        assertThat(busy.headers().firstValue("Retry-After")).contains("7");
        putJson("/api/faults", "{\"cutAnswer\":1}");
        assertThatThrownBy(() -> put("key-number-one", "20", "%PDF")).isInstanceOf(IOException.class);
        putJson("/api/faults", "{}");
        assertThat(get(RECORD).get("version").asInt()).as("only the answer was lost").isEqualTo(1);
        putJson("/api/faults", "{\"cutRequest\":1}");
        assertThatThrownBy(() -> put("key-number-two", "21", "%PDF", "If-Match", "\"v1\""))
                .isInstanceOf(IOException.class);
        putJson("/api/faults", "{\"twice\":1}");
        assertThat(get(RECORD).get("version").asInt()).as("the request was lost").isEqualTo(1);
        assertThat(put("key-number-two", "21", "%PDF", "If-Match", "\"v1\"").statusCode()).isEqualTo(200);
        assertThat(get(RECORD).get("version").asInt()).as("the second delivery changes nothing").isEqualTo(2);
        putJson("/api/faults", "{\"changed\":1}");
        assertThat(put("key-number-three", "22", "%PDF", "If-Match", "\"v2\"").statusCode()).isEqualTo(412);
        putJson("/api/faults", "{}");
        assertThat(get(RECORD).get("comment").asText()).isEqualTo("Entered at the office.");
    }

    private String page(String path) throws Exception {
        return http
                .send(HttpRequest.newBuilder(URI.create(office.address() + path)).build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
    }

    /** A body whose length nobody has stated; the office says why or closes, and the record is as before. */
    @Test
    void refusesAnEndlessBody() throws Exception {
        byte[] head = "--x\r\nContent-Disposition: form-data; name=\"document\"; filename=\"a.pdf\"\r\n\r\n".getBytes();
        AtomicLong left = new AtomicLong(201L << 20);
        InputStream zeros = new InputStream() {
            @Override
            public int read() {
                return left.getAndDecrement() > 0 ? 0 : -1;
            }

            @Override
            public int read(byte[] into, int from, int length) {
                return left.getAndAdd(-length) > 0 ? length : -1;
            }
        };
        try {
            HttpResponse<byte[]> response = send("PUT", RECORD,
                    HttpRequest.BodyPublishers
                            .ofInputStream(() -> new SequenceInputStream(new ByteArrayInputStream(head), zeros)),
                    "Content-Type", "multipart/form-data; boundary=x", "Idempotency-Key", "endless");
            assertThat(response.statusCode()).isEqualTo(413);
        } catch (IOException e) {
            assertThat(left.get()).as("closed before all was sent").isLessThan(201L << 20);
        }
        assertThat(get(RECORD).toString()).doesNotContain("endless");
    }
}
