package org.epiglyph.exchange.record;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.net.http.HttpRequest;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.task.Task;

/** Client of the record office's protocol over HTTP: JSON, bearer token, ETag and If-Match, idempotency keys. */
final class RecordOfficeClient implements RecordClient {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final long LONGEST_RECEIPT = 4L << 20;
    private final Connection connection;

    RecordOfficeClient(Connection connection) {
        this.connection = connection;
    }

    @Override
    public String address() {
        return connection.base().toString();
    }

    @Override
    public Set<Ability> abilities() {
        return RecordOfficeProtocol.ABILITIES;
    }

    @Override
    public List<Task> tasks() throws Problem {
        List<Task> tasks = new ArrayList<>();
        for (JsonNode node : connection.json("/api/tasks")) {
            tasks.add(task(node));
        }
        return tasks;
    }

    @Override
    public Task task(String id) throws Problem {
        return task(connection.json(at(id)));
    }

    @Override
    public Roster roster(String task) throws Problem {
        List<Student> students = new ArrayList<>();
        Set<String> keys = new HashSet<>();
        for (JsonNode node : connection.json(at(task) + "/roster")) {
            String key = node.path("sourcedId").asText().strip();
            String given = node.path("givenName").asText().strip();
            String family = node.path("familyName").asText().strip();
            if (key.isEmpty()) {
                throw connection.unusableRoster(Message.of(Connection.class, "noKey", students.size() + 1));
            }
            if (!keys.add(key)) {
                throw connection.unusableRoster(Message.of(Connection.class, "keyTwice", key));
            }
            if (given.isEmpty() && family.isEmpty()) {
                throw connection.unusableRoster(Message.of(Connection.class, "noName", key));
            }
            students.add(new Student(new StudentKey(key), family.isEmpty() ? "" : given,
                    family.isEmpty() ? given : family, node.path("section").asText(), node.path("email").asText())
                    .withCandidate(node.path("candidateNumber").asText()));
        }
        return new Roster(students);
    }

    @Override
    public List<HandedIn> submissions(String task) throws Problem {
        List<HandedIn> all = new ArrayList<>();
        for (JsonNode node : connection.json(at(task) + "/submissions")) {
            List<String> files = new ArrayList<>();
            node.path("files").forEach(f -> files.add(f.asText()));
            String key = connection.text(node, "student").strip();
            if (key.isEmpty()) {
                throw connection.unexpectedAnswer();
            }
            all.add(new HandedIn(new StudentKey(key), node.path("handIn").asInt(1),
                    connection.time(connection.text(node, "handedInAt")),
                    node.path("message").asText(), files));
        }
        return all;
    }

    @Override
    public void batch(String task, Path target, LongConsumer progress) throws Problem {
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target))) {
            connection.download(at(task) + "/batch.zip", out, progress);
        } catch (IOException e) {
            throw new Problem(
                    Message.of(RecordOfficeClient.class, "interrupted"),
                    e);
        }
    }

    @Override
    public byte[] gradeSheet(String task) throws Problem {
        return connection.answer(connection.request(at(task) + "/grade-sheet.csv").GET().build()).body();
    }

    @Override
    public HeldRecord held(String task, StudentKey student) throws Problem {
        Connection.Answer answer = connection.answer(connection.request(recordPath(task, student)).GET().build(),
                LONGEST_RECEIPT);
        JsonNode node = connection.parse(answer.body());
        if (!node.path("student").asText().equals(student.value())) {
            throw connection.unexpectedAnswer(); // an answer that is not about this student decides nothing
        }
        Optional<BigDecimal> score = node.hasNonNull("score")
                ? Optional.of(connection.number(node.get("score").asText()))
                : Optional.empty();
        return new HeldRecord(answer.tag(), node.path("receipt").asText(""), node.path("idempotencyKey").asText(""),
                score, connection.optionalTime(node, "scoreDate"), node.path("comment").asText(""),
                node.path("visible").asBoolean(),
                connection.optionalTime(node, "openedAt"));
    }

    @Override
    public Receipt handBack(String task, Parcel parcel) throws Problem {
        ObjectNode result = JSON.createObjectNode();
        parcel.score().ifPresent(score -> result.put("score", score));
        result.put("scoreStatus", parcel.score().isPresent() ? "fully graded" : "submitted");
        result.put("comment", parcel.feedback());
        parcel.amendment()
                .ifPresent(a -> result.putObject("amendment").put("reason", a.reason()).put("shown", a.shown()));
        try {
            Multipart form = new Multipart("epiglyph" + parcel.digest().substring(0, 24)).json("result",
                    result.toString());
            for (Path file : parcel.files()) {
                form.file("document", file);
            }
            HttpRequest.Builder request = connection.request(recordPath(task, parcel.student()));
            request.header("Content-Type", form.contentType())
                    .header("Idempotency-Key", parcel.digest())
                    .PUT(form.body());
            if (!parcel.knownTag().isEmpty()) {
                request.header("If-Match", parcel.knownTag());
            }
            Connection.Answer answer = connection.answer(request.build(), LONGEST_RECEIPT);
            JsonNode receipt = connection.parse(answer.body());
            return new Receipt(connection.text(receipt, "receipt"), connection.time(connection.text(receipt, "at")),
                    parcel.digest(), answer.tag());
        } catch (IOException | IllegalArgumentException e) {
            throw new Problem(Message.of(RecordOfficeClient.class, "copyUnreadable"), e);
        }
    }

    @Override
    public void makeVisible(String task, StudentKey student, boolean visible) throws Problem {
        put(recordPath(task, student) + "/visibility", JSON.createObjectNode().put("visible", visible));
    }

    @Override
    public Allowance allowed(String task, StudentKey student) throws Problem {
        JsonNode node = connection.json(recordPath(task, student)).path("allowance");
        return new Allowance(node.path("excused").asBoolean(), connection.optionalTime(node, "extendedTo"),
                Math.max(0, node.path("furtherHandIns").asInt(0)));
    }

    @Override
    public void allow(String task, StudentKey student, Allowance allowance) throws Problem {
        ObjectNode body = JSON.createObjectNode()
                .put("excused", allowance.excused())
                .put("furtherHandIns", allowance.furtherHandIns());
        allowance.extendedTo().ifPresent(until -> body.put("extendedTo", until.toString()));
        put(recordPath(task, student) + "/allowance", body);
    }

    @Override
    public List<StudentAnswer> answers(String task) throws Problem {
        List<StudentAnswer> all = new ArrayList<>();
        for (JsonNode node : connection.json(at(task) + "/answers")) {
            String student = connection.text(node, "student").strip();
            int remark = node.path("remark").asInt(0);
            if (student.isEmpty()) {
                throw connection.unexpectedAnswer();
            }
            String reply = node.path("reply").asText();
            all.add(new StudentAnswer(new StudentKey(student), new Answer(connection.text(node, "id"),
                    remark > 0 ? Optional.of(remark) : Optional.empty(), node.path("words").asText(),
                    connection.time(connection.text(node, "at")), reply, !reply.isEmpty())));
        }
        return all;
    }

    @Override
    public void reply(String task, String answer, String text) throws Problem {
        put(at(task) + "/answers/" + Connection.encoded(answer) + "/reply",
                JSON.createObjectNode().put("words", text));
    }

    private void put(String path, ObjectNode body) throws Problem {
        connection.answer(connection.request(path)
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(body.toString()))
                .build(), LONGEST_RECEIPT);
    }

    private static String at(String task) {
        return "/api/tasks/" + Connection.encoded(task);
    }

    private static String recordPath(String task, StudentKey student) {
        return at(task) + "/records/" + Connection.encoded(student.value());
    }

    private Task task(JsonNode node) throws Problem {
        Optional<Instant> due = connection.optionalTime(node, "dueDate");
        try {
            return new Task(connection.text(node, "sourcedId"), node.path("module").asText(),
                    connection.text(node, "title"),
                    node.path("description").asText(), due,
                    ZoneId.of(node.path("zone").asText("UTC")),
                    Decimal.of(node.path("resultValueMax").asText("100")));
        } catch (DateTimeException | IllegalArgumentException | ArithmeticException e) {
            throw connection.unexpectedAnswer();
        }
    }
}
