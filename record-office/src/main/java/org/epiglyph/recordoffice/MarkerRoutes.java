package org.epiglyph.recordoffice;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ObjectNode;
import io.javalin.Javalin;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.HttpResponseException;
import io.javalin.http.NotFoundResponse;
import io.javalin.http.UploadedFile;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** The requests of markers. */
final class MarkerRoutes {
    private static final int LONGEST_COMMENT = RecordOffice.LONGEST_COMMENT;
    private static final int LONGEST_KEY = 200;
    private static final int MOST_DIGITS = 40;
    private static final int MOST_HAND_INS = 100;
    private final OfficeFolder office;
    private final Lookup lookup;
    private final Faults faults;

    MarkerRoutes(OfficeFolder office, Faults faults) {
        this.office = office;
        this.lookup = new Lookup(office);
        this.faults = faults;
    }

    void addTo(Javalin server) {
        server.get("/api/tasks",
                ctx -> ctx.json(office.tasks().stream().map(Shapes.Task::withoutDescription).toList()));
        server.get("/api/tasks/{task}", ctx -> ctx.json(lookup.task(ctx)));
        server.get("/api/tasks/{task}/roster", ctx -> ctx.json(office.roster(lookup.task(ctx).sourcedId())));
        server.get("/api/tasks/{task}/submissions",
                ctx -> ctx.json(office.submissions(lookup.task(ctx).sourcedId())));
        server.get("/api/tasks/{task}/batch.zip", this::batch);
        server.get("/api/tasks/{task}/grade-sheet.csv",
                ctx -> ctx.contentType("text/csv")
                        .result(SheetText.of(office, lookup.task(ctx)).getBytes(StandardCharsets.UTF_8)));
        server.get("/api/tasks/{task}/records/{student}", this::record);
        server.put("/api/tasks/{task}/records/{student}", this::receive);
        server.get("/api/tasks/{task}/records/{student}/versions", this::versions);
        server.put("/api/tasks/{task}/records/{student}/visibility", this::visibility);
        server.put("/api/tasks/{task}/records/{student}/allowance", this::allowance);
        server.get("/api/tasks/{task}/answers", ctx -> ctx.json(office.answers(lookup.task(ctx).sourcedId())));
        server.put("/api/tasks/{task}/answers/{answer}/reply", this::reply);
    }

    private void batch(Context ctx) throws IOException {
        Shapes.Task task = lookup.task(ctx);
        List<Shapes.Submission> submissions = office.submissions(task.sourcedId());
        ctx.contentType("application/zip");
        try (ZipOutputStream zip = new ZipOutputStream(ctx.outputStream())) {
            for (Shapes.Submission submission : submissions) {
                for (String file : submission.files()) {
                    ZipEntry entry = new ZipEntry(file);
                    entry.setLastModifiedTime(FileTime.from(submission.handedInAt()));
                    zip.putNextEntry(entry);
                    Files.copy(office.files(task.sourcedId()).resolve(file), zip);
                    zip.closeEntry();
                }
            }
        }
    }

    private void record(Context ctx) throws IOException {
        Shapes.Task task = lookup.task(ctx);
        String student = lookup.student(ctx, task).sourcedId();
        Shapes.Held held = office.record(task.sourcedId(), student);
        ObjectNode shown = office.json().valueToTree(held);
        shown.put("visible", office.isVisible(task.sourcedId(), student));
        office.opened(task.sourcedId(), student).ifPresent(at -> shown.put("openedAt", at.toString()));
        shown.set("allowance", office.json().valueToTree(office.allowance(task.sourcedId(), student)));
        ctx.header("ETag", held.tag()).json(shown);
    }

    /**
     * Accepts one student's documents and result. A repeated key changes nothing; a stale or missing tag is refused.
     */
    private void receive(Context ctx) throws IOException {
        Shapes.Task task = lookup.task(ctx);
        String student = lookup.student(ctx, task).sourcedId();
        String key = ctx.header("Idempotency-Key");
        if (key == null || key.isBlank() || key.length() > LONGEST_KEY) {
            throw new BadRequestResponse("The Idempotency-Key is missing");
        }
        Shapes.Sent sent = sent(ctx);
        refuseScore(sent.score(), task);
        Shapes.Held held = take(ctx, task, student, sent, key);
        if (faults.isDuplicated()) {
            held = take(ctx, task, student, sent, key);
        }
        ctx.header("ETag", held.tag()).json(Shapes.Proof.of(held));
    }

    static void refuseScore(BigDecimal score, Shapes.Task task) {
        if (score != null && (Math.abs((long) score.scale()) > MOST_DIGITS || score.precision() > MOST_DIGITS)) {
            throw new BadRequestResponse("The score has more digits than any score needs");
        }
        if (score != null && (score.signum() < 0 || score.compareTo(task.resultValueMax()) > 0)) {
            throw new BadRequestResponse("The score is not between 0 and " + task.resultValueMax());
        }
    }

    private Shapes.Held take(Context ctx, Shapes.Task task, String student, Shapes.Sent sent, String key)
            throws IOException {
        synchronized (office) {
            Shapes.Held before = office.record(task.sourcedId(), student);
            if (key.equals(before.idempotencyKey())) {
                return before;
            }
            String match = ctx.header("If-Match");
            boolean stale = match == null ? before.version() > 0 : !match.equals(before.tag());
            if (stale) {
                throw new HttpResponseException(412, "The record has changed: it is at " + before.tag(), Map.of());
            }
            return store(ctx, task, student, sent, key);
        }
    }

    private Shapes.Held store(Context ctx, Shapes.Task task, String student, Shapes.Sent sent, String key)
            throws IOException {
        List<OfficeFolder.Incoming> documents = new ArrayList<>();
        for (UploadedFile file : ctx.uploadedFiles("document")) {
            documents.add(new OfficeFolder.Incoming(file.filename(), file.content()));
        }
        return office.put(task.sourcedId(), student, sent, documents, key);
    }

    private Shapes.Sent sent(Context ctx) {
        String result = part(ctx);
        if (result != null && result.length() > LONGEST_COMMENT) {
            throw new HttpResponseException(413, "The result is longer than " + LONGEST_COMMENT + " letters", Map.of());
        }
        try {
            Shapes.Sent sent = office.json().readValue(result == null ? "" : result, Shapes.Sent.class);
            if (sent == null) {
                throw new BadRequestResponse("The part 'result' is empty");
            }
            String status = sent.score() == null ? "submitted" : "fully graded";
            return new Shapes.Sent(sent.score(), Objects.requireNonNullElse(sent.scoreStatus(), status),
                    Objects.requireNonNullElse(sent.comment(), ""), sent.amendment());
        } catch (JsonProcessingException e) {
            throw new BadRequestResponse("The part 'result' is missing or no JSON");
        }
    }

    /** The JSON part; it reads the body first, and so is the first to notice that it is too long. */
    private static String part(Context ctx) {
        try {
            return ctx.formParam("result");
        } catch (IllegalStateException e) {
            throw new HttpResponseException(413, "The request is longer than " + RecordOffice.MOST_BYTES + " bytes",
                    Map.of());
        }
    }

    private void visibility(Context ctx) throws IOException {
        Shapes.Task task = lookup.task(ctx);
        Shapes.Visibility wanted = body(ctx, Shapes.Visibility.class);
        office.makeVisible(task.sourcedId(), lookup.student(ctx, task).sourcedId(), wanted.visible());
        ctx.json(wanted);
    }

    private void versions(Context ctx) throws IOException {
        Shapes.Task task = lookup.task(ctx);
        ctx.json(office.versions(task.sourcedId(), lookup.student(ctx, task).sourcedId()));
    }

    private void allowance(Context ctx) throws IOException {
        Shapes.Task task = lookup.task(ctx);
        Shapes.Allowance allowance = body(ctx, Shapes.Allowance.class);
        if (allowance.furtherHandIns() < 0 || allowance.furtherHandIns() > MOST_HAND_INS) {
            throw new BadRequestResponse("furtherHandIns is not between 0 and " + MOST_HAND_INS);
        }
        office.allow(task.sourcedId(), lookup.student(ctx, task).sourcedId(), allowance);
        ctx.json(allowance);
    }

    private void reply(Context ctx) throws IOException {
        Shapes.Words words = body(ctx, Shapes.Words.class);
        if (words.words() == null || words.words().isBlank() || words.words().length() > LONGEST_COMMENT) {
            throw new BadRequestResponse("The reply is empty or too long");
        }
        if (!office.reply(lookup.task(ctx).sourcedId(), ctx.pathParam("answer"), words.words())) {
            throw new NotFoundResponse("There is no such answer");
        }
        ctx.json(words);
    }

    private <T> T body(Context ctx, Class<T> type) {
        try {
            T value = office.json().readValue(ctx.body(), type);
            if (value == null) {
                throw new BadRequestResponse("The body is empty");
            }
            return value;
        } catch (JsonProcessingException e) {
            throw new BadRequestResponse("The body is no JSON, or not what was asked for");
        }
    }
}
