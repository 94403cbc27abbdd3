package org.epiglyph.exchange.record;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.math.BigDecimal;
import java.net.http.HttpRequest;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;

/**
 * Client of a 1EdTech OneRoster 1.2 service (paths and fields from memory): a task is a line item, a student's record a
 * result. Results have no version that the service could check; a result is read immediately before it is changed, so
 * another person's change in between goes unnoticed.
 */
final class OneRosterClient implements RecordClient {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String GRADEBOOK = "/gradebook/v1p2";
    private static final String ROSTERING = "/rostering/v1p2";
    private static final int PAGE = 100;
    private static final int MOST_PAGES = 1_000;
    private static final String KEY = "epiglyph.digest";
    private final Connection connection;

    OneRosterClient(Connection connection) {
        this.connection = connection;
    }

    @Override
    public String address() {
        return connection.base().toString();
    }

    @Override
    public Set<Ability> abilities() {
        return OneRosterProtocol.ABILITIES;
    }

    @Override
    public List<Task> tasks() throws Problem {
        List<Task> tasks = new ArrayList<>();
        for (JsonNode item : all(GRADEBOOK + "/lineItems", "lineItems")) {
            tasks.add(task(item));
        }
        return tasks;
    }

    @Override
    public Task task(String id) throws Problem {
        return task(item(id));
    }

    private JsonNode item(String id) throws Problem {
        return connection.json(GRADEBOOK + "/lineItems/" + Connection.encoded(id)).path("lineItem");
    }

    private Task task(JsonNode item) throws Problem {
        try {
            return new Task(connection.text(item, "sourcedId"), item.path("class").path("title").asText(""),
                    connection.text(item, "title"), item.path("description").asText(""),
                    connection.optionalTime(item, "dueDate"), ZoneOffset.UTC,
                    connection.number(item.path("resultValueMax").asText("100")));
        } catch (IllegalArgumentException | ArithmeticException e) {
            throw connection.unexpectedAnswer();
        }
    }

    @Override
    public Roster roster(String task) throws Problem {
        String group = connection.text(item(task).path("class"), "sourcedId");
        Map<String, Student> students = new LinkedHashMap<>();
        for (JsonNode user : all(ROSTERING + "/classes/" + Connection.encoded(group) + "/students", "users")) {
            String key = user.path("sourcedId").asText().strip();
            String given = user.path("givenName").asText().strip();
            String family = user.path("familyName").asText().strip();
            if (key.isEmpty() || given.isEmpty() && family.isEmpty()) {
                throw connection.unusableRoster(
                        Message.of(Connection.class, "noKeyOrName", students.size() + 1));
            }
            if (students.put(key, new Student(new StudentKey(key), family.isEmpty() ? "" : given,
                    family.isEmpty() ? given : family, "", user.path("email").asText(""))) != null) {
                throw connection.unusableRoster(Message.of(Connection.class, "keyTwice", key));
            }
        }
        return new Roster(List.copyOf(students.values()));
    }

    /** All items of a paged list. */
    private List<JsonNode> all(String path, String field) throws Problem {
        List<JsonNode> all = new ArrayList<>();
        String join = path.contains("?") ? "&" : "?";
        JsonNode before = JSON.createArrayNode();
        for (int page = 0; page < MOST_PAGES; page++) {
            JsonNode some = connection.json(path + join + "limit=" + PAGE + "&offset=" + page * PAGE).path(field);
            if (page > 0 && some.equals(before)) {
                throw connection.unexpectedAnswer(); // it ignores which page is asked for
            }
            some.forEach(all::add);
            if (some.size() < PAGE) {
                return all;
            }
            before = some;
        }
        throw connection.unexpectedAnswer();
    }

    @Override
    public HeldRecord held(String task, StudentKey student) throws Problem {
        return find(task, student).map(result -> result.held)
                .orElse(
                        new HeldRecord("", "", "", Optional.empty(), Optional.empty(), "", true, Optional.empty()));
    }

    /** An existing result. */
    private record Found(String id, HeldRecord held) {}

    private Optional<Found> find(String task, StudentKey student) throws Problem {
        String filter = "lineItem.sourcedId='" + quoted(task) + "' AND student.sourcedId='" + quoted(student.value())
                + "'";
        List<JsonNode> results = all(GRADEBOOK + "/results?filter=" + Connection.encoded(filter), "results");
        List<Found> found = new ArrayList<>();
        for (JsonNode result : results) {
            if (!result.path("lineItem").path("sourcedId").asText().equals(task)
                    || !result.path("student").path("sourcedId").asText().equals(student.value())) {
                throw connection.unexpectedAnswer(); // a service that ignores the filter would make us change anybody's
            }
            if (!result.path("status").asText("active").equals("tobedeleted")) {
                found.add(new Found(connection.text(result, "sourcedId"), held(result)));
            }
        }
        if (found.size() > 1) {
            throw new Problem(Message.of(OneRosterClient.class, "severalResults", connection.base(), found.size()));
        }
        return found.stream().findFirst();
    }

    private HeldRecord held(JsonNode result) throws Problem {
        Optional<BigDecimal> score = result.hasNonNull("score")
                ? Optional.of(connection.number(result.get("score").asText()))
                : Optional.empty();
        String tag = result.path("dateLastModified").asText("");
        return new HeldRecord(tag, connection.text(result, "sourcedId"), result.path("metadata").path(KEY).asText(""),
                score, connection.optionalTime(result, "dateLastModified"), result.path("comment").asText(""), true,
                Optional.empty());
    }

    private static String quoted(String value) {
        return value.replace("'", "''");
    }

    @Override
    public Receipt handBack(String task, Parcel parcel) throws Problem {
        Optional<Found> before = find(task, parcel.student());
        boolean already = before.isPresent() && before.get().held.digest().equals(parcel.digest());
        if (already) {
            return receipt(before.get(), parcel);
        }
        String held = before.map(b -> b.held.tag()).orElse("");
        if (!held.equals(parcel.knownTag())) {
            throw new Conflict(Message.of(Connection.class, "conflict"));
        }
        String id = before.map(Found::id).orElse("epiglyph-" + parcel.digest().substring(0, 32));
        ObjectNode body = JSON.createObjectNode();
        body.set("result", result(id, task, parcel));
        connection.answer(connection.request(GRADEBOOK + "/results/" + Connection.encoded(id))
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(body.toString()))
                .build());
        Found after = find(task, parcel.student()).orElseThrow(connection::unexpectedAnswer);
        if (!after.held.score().equals(parcel.score())
                && after.held.score()
                        .orElse(BigDecimal.ONE.negate())
                        .compareTo(parcel.score().orElse(BigDecimal.ONE.negate())) != 0) {
            throw new Problem(Message.of(OneRosterClient.class, "otherScore", connection.base()));
        }
        return receipt(after, parcel);
    }

    private static ObjectNode result(String id, String task, Parcel parcel) {
        ObjectNode result = JSON.createObjectNode().put("sourcedId", id).put("status", "active");
        result.put("dateLastModified", Instant.now().toString());
        result.putObject("lineItem").put("sourcedId", task).put("type", "lineItem");
        result.putObject("student").put("sourcedId", parcel.student().value()).put("type", "user");
        parcel.score().ifPresent(score -> result.put("score", score));
        result.put("scoreStatus", parcel.score().isPresent() ? "fully graded" : "submitted");
        result.put("scoreDate", Instant.now().atOffset(ZoneOffset.UTC).toLocalDate().toString());
        result.put("comment", parcel.feedback());
        result.putObject("metadata").put(KEY, parcel.digest());
        return result;
    }

    private static Receipt receipt(Found found, Parcel parcel) {
        return new Receipt(found.id, found.held.at().orElseGet(Instant::now), parcel.digest(), found.held.tag());
    }

    // --- what it cannot do

    @Override
    public List<HandedIn> submissions(String task) {
        return List.of();
    }

    @Override
    public void batch(String task, Path target, LongConsumer progress) throws Problem {
        throw cannot(Message.of(OneRosterClient.class, "noFiles"));
    }

    @Override
    public byte[] gradeSheet(String task) throws Problem {
        throw cannot(Message.of(OneRosterClient.class, "noSheet"));
    }

    @Override
    public void makeVisible(String task, StudentKey student, boolean visible) throws Problem {
        throw cannot(Message.of(OneRosterClient.class, "showsAtOnce"));
    }

    @Override
    public Allowance allowed(String task, StudentKey student) {
        return Allowance.NONE;
    }

    @Override
    public void allow(String task, StudentKey student, Allowance allowance) throws Problem {
        throw cannot(Message.of(OneRosterClient.class, "noAllowances"));
    }

    @Override
    public List<StudentAnswer> answers(String task) {
        return List.of();
    }

    @Override
    public void reply(String task, String answer, String text) throws Problem {
        throw cannot(Message.of(OneRosterClient.class, "noReplies"));
    }

    private Problem cannot(Message what) {
        return new Problem(Message.of(OneRosterClient.class, "refused", connection.base(), what));
    }
}
