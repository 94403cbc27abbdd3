package org.epiglyph.exchange.record;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.task.Task;

/** Speaks the record service's protocol over HTTP: JSON, bearer token, ETag and If-Match, idempotency keys. */
public final class HttpRecordClient implements RecordClient {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final long LONGEST_ANSWER = 64L << 20;
    private static final long LONGEST_RECEIPT = 4L << 20;
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(10))
            .version(HttpClient.Version.HTTP_1_1)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
    private final ServiceAddress base;
    private final String token;
    private final Duration patience;
    private final Runnable stillWanted;

    HttpRecordClient(ServiceAddress base, String token, Duration patience, Runnable stillWanted) {
        this.base = base;
        this.token = token;
        this.patience = patience;
        this.stillWanted = stillWanted;
    }

    /**
     * A client for one service.
     *
     * @param address for example https://records.example.org or http://127.0.0.1:8087
     * @throws Problem where the address is none, or the token would travel unprotected
     */
    public static HttpRecordClient at(String address, String token) throws Problem {
        return at(address, token, () -> {});
    }

    /**
     * A client whose work can be stopped.
     *
     * @param stillWanted called ten times a second while a transfer runs; what it throws ends the transfer
     */
    public static HttpRecordClient at(String address, String token, Runnable stillWanted) throws Problem {
        ServiceAddress base = ServiceAddress.of(address);
        if (!token.strip().matches("[\\x21-\\x7E]+")) {
            throw new Problem(
                    "The token is empty or has characters that no token has. Copy it again from the record system.");
        }
        return new HttpRecordClient(base, token.strip(), PATIENCE, stillWanted);
    }

    @Override
    public String address() {
        return base.toString();
    }

    @Override
    public List<Task> tasks() throws Problem {
        List<Task> tasks = new ArrayList<>();
        for (JsonNode node : json("/api/tasks")) {
            tasks.add(task(node));
        }
        return tasks;
    }

    @Override
    public Task task(String id) throws Problem {
        return task(json("/api/tasks/" + encoded(id)));
    }

    @Override
    public Roster roster(String task) throws Problem {
        List<Student> students = new ArrayList<>();
        Set<String> keys = new HashSet<>();
        for (JsonNode node : json("/api/tasks/" + encoded(task) + "/roster")) {
            String key = node.path("sourcedId").asText().strip();
            String given = node.path("givenName").asText().strip();
            String family = node.path("familyName").asText().strip();
            if (key.isEmpty()) {
                throw unusable("has a student without a key (number " + (students.size() + 1) + ")");
            }
            if (!keys.add(key)) {
                throw unusable("has the key " + key + " twice");
            }
            if (given.isEmpty() && family.isEmpty()) {
                throw unusable("has no name for the key " + key);
            }
            students.add(new Student(new StudentKey(key), family.isEmpty() ? "" : given,
                    family.isEmpty() ? given : family, node.path("section").asText()));
        }
        return new Roster(students);
    }

    private Problem unusable(String how) {
        return new Problem("The class list of the record service at " + base + " " + how
                + ". Have it corrected there, then collect again; nothing was changed.");
    }

    @Override
    public List<HandedIn> submissions(String task) throws Problem {
        List<HandedIn> all = new ArrayList<>();
        for (JsonNode node : json("/api/tasks/" + encoded(task) + "/submissions")) {
            List<String> files = new ArrayList<>();
            node.path("files").forEach(f -> files.add(f.asText()));
            String key = text(node, "student").strip();
            if (key.isEmpty()) {
                throw misunderstood();
            }
            all.add(new HandedIn(new StudentKey(key), node.path("handIn").asInt(1), time(text(node, "handedInAt")),
                    node.path("message").asText(), files));
        }
        return all;
    }

    @Override
    public void batch(String task, Path target, LongConsumer progress) throws Problem {
        Transfer transfer = new Transfer(http, patience, received -> {
            stillWanted.run();
            progress.accept(received);
        });
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target))) {
            HttpResponse<Void> response = transfer
                    .send(request("/api/tasks/" + encoded(task) + "/batch.zip").GET().build(), out, Long.MAX_VALUE);
            refuseFailure(response.statusCode());
            progress.accept(transfer.moved()); // a small class is there before the first tick
        } catch (IOException e) {
            throw new Problem(
                    "The download was interrupted. Check the network and the disk space, then collect again; nothing was changed.",
                    e);
        }
    }

    @Override
    public byte[] gradeSheet(String task) throws Problem {
        return send(request("/api/tasks/" + encoded(task) + "/grade-sheet.csv").GET().build(), LONGEST_ANSWER).body();
    }

    @Override
    public HeldRecord held(String task, StudentKey student) throws Problem {
        Transfer.Answer answer = send(recordRequest(task, student).GET().build(), LONGEST_RECEIPT);
        JsonNode node = parse(answer.body());
        if (!node.path("student").asText().equals(student.value())) {
            throw misunderstood(); // an answer that is not about this student decides nothing
        }
        Optional<BigDecimal> score = node.hasNonNull("score")
                ? Optional.of(number(node.get("score").asText()))
                : Optional.empty();
        Optional<Instant> at = node.hasNonNull("scoreDate")
                ? Optional.of(time(text(node, "scoreDate")))
                : Optional.empty();
        return new HeldRecord(tag(answer), node.path("receipt").asText(""), node.path("idempotencyKey").asText(""),
                score, at, node.path("comment").asText(""), node.path("visible").asBoolean(),
                node.hasNonNull("openedAt") ? Optional.of(time(text(node, "openedAt"))) : Optional.empty());
    }

    private BigDecimal number(String text) throws Problem {
        try {
            return Decimal.of(text);
        } catch (NumberFormatException e) {
            throw misunderstood();
        }
    }

    private HttpRequest.Builder recordRequest(String task, StudentKey student) {
        return request("/api/tasks/" + encoded(task) + "/records/" + encoded(student.value()));
    }

    private static String tag(Transfer.Answer answer) {
        return answer.headers().firstValue("ETag").filter(t -> t.matches("[\\x21-\\x7E]{1,200}")).orElse("");
    }

    @Override
    public Receipt handBack(String task, Parcel parcel) throws Problem {
        ObjectNode result = JSON.createObjectNode();
        parcel.score().ifPresent(score -> result.put("score", score));
        result.put("scoreStatus", parcel.score().isPresent() ? "fully graded" : "submitted");
        result.put("comment", parcel.feedback());
        try {
            Multipart form = new Multipart("epiglyph" + parcel.digest().substring(0, 24)).json("result",
                    result.toString());
            for (Path file : parcel.files()) {
                form.file("document", file);
            }
            HttpRequest.Builder request = recordRequest(task, parcel.student());
            request.header("Content-Type", form.contentType())
                    .header("Idempotency-Key", parcel.digest())
                    .PUT(form.body());
            if (!parcel.knownTag().isEmpty()) {
                request.header("If-Match", parcel.knownTag());
            }
            Transfer.Answer answer = send(request.build(), LONGEST_RECEIPT);
            JsonNode receipt = parse(answer.body());
            return new Receipt(text(receipt, "receipt"), time(text(receipt, "at")), parcel.digest(), tag(answer));
        } catch (IOException | IllegalArgumentException e) {
            throw new Problem("A marked document could not be read from the disk. Build the hand-back again.", e);
        }
    }

    @Override
    public void makeVisible(String task, StudentKey student, boolean visible) throws Problem {
        String body = JSON.createObjectNode().put("visible", visible).toString();
        send(request("/api/tasks/" + encoded(task) + "/records/" + encoded(student.value()) + "/visibility")
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(body))
                .build(), LONGEST_RECEIPT);
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(base.resolve(path)).header("Authorization", "Bearer " + token);
    }

    private JsonNode json(String path) throws Problem {
        return parse(send(request(path).header("Accept", "application/json").GET().build(), LONGEST_ANSWER).body());
    }

    private Transfer.Answer send(HttpRequest request, long most) throws Problem {
        try {
            Transfer.Answer answer = new Transfer(http, patience, _ -> stillWanted.run()).send(request, most);
            refuseFailure(answer.status());
            return answer;
        } catch (Transfer.TooLong e) {
            throw misunderstood();
        } catch (IOException e) {
            throw new Unreachable("The record service at " + base
                    + " does not answer. Check that it is running and that you are connected, then try again; nothing is lost.",
                    e);
        }
    }

    private void refuseFailure(int status) throws Problem {
        if (status / 100 == 2) {
            return;
        }
        throw switch (status) {
            case 412 -> new Conflict(
                    "The record was changed by someone else since it was last handed back. Look at both, then decide.");
            case 401, 403 -> new Problem("The record service at " + base
                    + " does not accept the token. Get a new one from the record system and enter it again.");
            case 404 -> new Problem("The record service at " + base
                    + " does not know this task or student. Check that the batch belongs to this service.");
            case 413 -> new Problem("The record service at " + base
                    + " does not accept uploads of this size. Ask for its limit, or hand this student's work back to a folder.");
            default -> status / 100 == 3
                    ? new Problem("The service at " + base
                            + " redirects to another address, and the token is only sent to its own. Ask for the right address and enter it.")
                    : new Problem("The record service at " + base + " answered with error " + status
                            + ". Nothing is lost; try again later.");
        };
    }

    private JsonNode parse(byte[] body) throws Problem {
        try {
            JsonNode node = JSON.readTree(body);
            if (node == null || node.isNull() || node.isMissingNode()) {
                throw misunderstood();
            }
            return node;
        } catch (JsonProcessingException e) {
            throw misunderstood();
        } catch (IOException e) {
            throw new Problem("The answer of " + base + " could not be read. Try again; nothing is lost.", e);
        }
    }

    private Task task(JsonNode node) throws Problem {
        Optional<Instant> due = node.hasNonNull("dueDate")
                ? Optional.of(time(text(node, "dueDate")))
                : Optional.empty();
        try {
            return new Task(text(node, "sourcedId"), node.path("module").asText(), text(node, "title"),
                    node.path("description").asText(), due,
                    ZoneId.of(node.path("zone").asText("UTC")),
                    Decimal.of(node.path("resultValueMax").asText("100")));
        } catch (DateTimeException | IllegalArgumentException | ArithmeticException e) {
            throw misunderstood();
        }
    }

    private String text(JsonNode node, String field) throws Problem {
        if (!node.hasNonNull(field)) {
            throw misunderstood();
        }
        return node.get(field).asText();
    }

    private Instant time(String text) throws Problem {
        try {
            return Instant.parse(text);
        } catch (DateTimeException e) {
            throw misunderstood();
        }
    }

    private Problem misunderstood() {
        return new Problem("The service at " + base
                + " does not answer as a record service should. Check that the address is that of a record service.");
    }

    private static String encoded(String part) {
        return URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
