package org.epiglyph.recordoffice;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ObjectNode;
import io.javalin.Javalin;
import io.javalin.config.SizeUnit;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.HttpResponseException;
import io.javalin.http.NotFoundResponse;
import io.javalin.http.UnauthorizedResponse;
import io.javalin.http.UploadedFile;
import io.javalin.json.JavalinJackson;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** The server. Listens on this machine alone. */
public final class RecordOffice implements AutoCloseable {
    private static final long MOST_BYTES = 200L << 20;
    private static final int LONGEST_COMMENT = 1 << 20;
    private static final int LONGEST_KEY = 200;
    private static final int MOST_DIGITS = 40;
    private final OfficeFolder office;
    private final Javalin server;

    private RecordOffice(OfficeFolder office) throws IOException {
        this.office = office;
        String token = office.token();
        server = Javalin.create(config -> {
            config.showJavalinBanner = false;
            config.jsonMapper(new JavalinJackson(office.json(), false));
            config.http.maxRequestSize = MOST_BYTES;
            config.jetty.multipartConfig.maxTotalRequestSize(MOST_BYTES >> 20, SizeUnit.MB);
            config.jetty.multipartConfig.maxFileSize(MOST_BYTES >> 20, SizeUnit.MB);
            config.jetty.multipartConfig.maxInMemoryFileSize(1, SizeUnit.MB);
            config.jetty.modifyServletContextHandler(handler -> handler.setMaxFormContentSize(LONGEST_COMMENT * 4));
        });
        server.before("/api/*", ctx -> demand(ctx, token));
        server.get("/api/tasks",
                ctx -> ctx.json(office.tasks().stream().map(Shapes.Task::withoutDescription).toList()));
        server.get("/api/tasks/{task}", ctx -> ctx.json(task(ctx)));
        server.get("/api/tasks/{task}/roster", ctx -> ctx.json(office.roster(task(ctx).sourcedId())));
        server.get("/api/tasks/{task}/submissions", ctx -> ctx.json(office.submissions(task(ctx).sourcedId())));
        server.get("/api/tasks/{task}/batch.zip", this::batch);
        server.get("/api/tasks/{task}/grade-sheet.csv",
                ctx -> ctx.contentType("text/csv")
                        .result(SheetText.of(office, task(ctx)).getBytes(StandardCharsets.UTF_8)));
        server.get("/api/tasks/{task}/records/{student}", this::record);
        server.put("/api/tasks/{task}/records/{student}", this::receive);
        server.put("/api/tasks/{task}/records/{student}/visibility", this::visibility);
        server.get("/openapi.yaml", ctx -> ctx.contentType("application/yaml")
                .result(RecordOffice.class.getResourceAsStream("openapi.yaml")));
        server.get("/students/{student}", this::page);
        server.get("/students/{student}/tasks/{task}/documents/{name}", this::document);
        server.exception(HttpResponseException.class,
                (e, ctx) -> ctx.status(e.getStatus())
                        .json(new Shapes.Fault("Not done", e.getStatus(), e.getMessage())));
        server.exception(IllegalArgumentException.class,
                (e, ctx) -> ctx.status(404).json(new Shapes.Fault("Not done", 404, "Not found")));
        server.exception(JsonProcessingException.class, (e, ctx) -> ctx.status(500)
                .json(new Shapes.Fault("Not done", 500, "A file in the data folder cannot be read")));
        server.exception(Exception.class, (_, ctx) -> ctx.status(500)
                .json(new Shapes.Fault("Not done", 500, "The office met a fault; the record is as before")));
    }

    /**
     * Starts a server.
     *
     * @param data the data folder; made where it is missing
     * @param port 0 for any free one
     */
    public static RecordOffice start(Path data, int port, Clock clock) throws IOException {
        RecordOffice recordOffice = new RecordOffice(new OfficeFolder(data, clock));
        recordOffice.server.start("127.0.0.1", port);
        return recordOffice;
    }

    /** For example http://127.0.0.1:8087. */
    public String address() {
        return "http://127.0.0.1:" + server.port();
    }

    @Override
    public void close() {
        server.stop();
    }

    private static void demand(Context ctx, String token) {
        String given = ctx.header("Authorization");
        byte[] wanted = ("Bearer " + token).getBytes(StandardCharsets.UTF_8);
        if (given == null || !MessageDigest.isEqual(given.getBytes(StandardCharsets.UTF_8), wanted)) {
            throw new UnauthorizedResponse("The bearer token is missing or wrong");
        }
    }

    private Shapes.Task task(Context ctx) throws IOException {
        return office.task(ctx.pathParam("task")).orElseThrow(() -> new NotFoundResponse("There is no such task"));
    }

    private Shapes.Person student(Context ctx, Shapes.Task task) throws IOException {
        String key = ctx.pathParam("student");
        return office.roster(task.sourcedId())
                .stream()
                .filter(p -> p.sourcedId().equals(key))
                .findFirst()
                .orElseThrow(() -> new NotFoundResponse("There is no such student"));
    }

    private void batch(Context ctx) throws IOException {
        Shapes.Task task = task(ctx);
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
        Shapes.Task task = task(ctx);
        String student = student(ctx, task).sourcedId();
        Shapes.Held held = office.record(task.sourcedId(), student);
        ObjectNode shown = office.json().valueToTree(held);
        shown.put("visible", office.isVisible(task.sourcedId(), student));
        office.opened(task.sourcedId(), student).ifPresent(at -> shown.put("openedAt", at.toString()));
        ctx.header("ETag", held.tag()).json(shown);
    }

    /** Takes one student's documents and result. The same key twice changes nothing; a stale or missing tag is refused. */
    private void receive(Context ctx) throws IOException {
        Shapes.Task task = task(ctx);
        String student = student(ctx, task).sourcedId();
        String key = ctx.header("Idempotency-Key");
        if (key == null || key.isBlank() || key.length() > LONGEST_KEY) {
            throw new BadRequestResponse("The Idempotency-Key is missing");
        }
        Shapes.Sent sent = sent(ctx);
        if (sent.score() != null && (Math.abs((long) sent.score().scale()) > MOST_DIGITS
                || sent.score().precision() > MOST_DIGITS)) {
            throw new BadRequestResponse("The score has more digits than any score needs");
        }
        if (sent.score() != null && (sent.score().signum() < 0 || sent.score().compareTo(task.resultValueMax()) > 0)) {
            throw new BadRequestResponse("The score is not between 0 and " + task.resultValueMax());
        }
        synchronized (office) {
            Shapes.Held before = office.record(task.sourcedId(), student);
            if (!key.equals(before.idempotencyKey())) {
                String match = ctx.header("If-Match");
                boolean stale = match == null ? before.version() > 0 : !match.equals(before.tag());
                if (stale) {
                    throw new HttpResponseException(412, "The record has changed: it is at " + before.tag(), Map.of());
                }
                before = store(ctx, task, student, sent, key);
            }
            ctx.header("ETag", before.tag()).json(Shapes.Proof.of(before));
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
                    Objects.requireNonNullElse(sent.comment(), ""));
        } catch (JsonProcessingException e) {
            throw new BadRequestResponse("The part 'result' is missing or no JSON");
        }
    }

    /** The part that is JSON; the first to read the body, and so the first to hear that it is too long. */
    private static String part(Context ctx) {
        try {
            return ctx.formParam("result");
        } catch (IllegalStateException e) {
            throw new HttpResponseException(413, "The request is longer than " + MOST_BYTES + " bytes", Map.of());
        }
    }

    private void visibility(Context ctx) throws IOException {
        Shapes.Task task = task(ctx);
        try {
            Shapes.Visibility wanted = office.json().readValue(ctx.body(), Shapes.Visibility.class);
            if (wanted == null) {
                throw new BadRequestResponse("The body is empty");
            }
            office.makeVisible(task.sourcedId(), student(ctx, task).sourcedId(), wanted.visible());
            ctx.json(wanted);
        } catch (JsonProcessingException e) {
            throw new BadRequestResponse("The body is no JSON");
        }
    }

    private void page(Context ctx) throws IOException {
        for (Shapes.Task task : office.tasks()) {
            for (Shapes.Person person : office.roster(task.sourcedId())) {
                if (person.sourcedId().equals(ctx.pathParam("student"))) {
                    ctx.html(new RecordPage(office).of(person));
                    return;
                }
            }
        }
        throw new NotFoundResponse("There is no such student");
    }

    private void document(Context ctx) throws IOException {
        Shapes.Task task = task(ctx);
        String student = student(ctx, task).sourcedId();
        Path file = office.isVisible(task.sourcedId(), student)
                ? office.document(task.sourcedId(), student, ctx.pathParam("name"))
                        .orElseThrow(NotFoundResponse::new)
                : null;
        if (file == null) {
            throw new NotFoundResponse("There is nothing to see yet");
        }
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        ctx.header("X-Content-Type-Options", "nosniff");
        ctx.header("Content-Security-Policy", "sandbox; default-src 'none'; style-src 'unsafe-inline'");
        ctx.contentType(name.endsWith(".pdf")
                ? "application/pdf"
                : name.endsWith(".html")
                        ? "text/html; charset=utf-8"
                        : name.endsWith(".txt") ? "text/plain; charset=utf-8" : "application/octet-stream");
        try (InputStream in = Files.newInputStream(file); OutputStream out = ctx.outputStream()) {
            in.transferTo(out);
        }
    }
}
