package org.epiglyph.recordoffice;

import io.javalin.Javalin;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.ForbiddenResponse;
import io.javalin.http.NotFoundResponse;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/** The pages and requests of students. Nobody signs in: this office is a stand-in on one machine. */
final class StudentRoutes {
    private static final int LONGEST_ANSWER = 4_000;
    private final OfficeFolder office;
    private final Lookup lookup;

    StudentRoutes(OfficeFolder office) {
        this.office = office;
        this.lookup = new Lookup(office);
    }

    void addTo(Javalin server) {
        server.get("/students/{student}", this::page);
        server.get("/students/{student}/tasks/{task}/documents/{name}", this::document);
        server.post("/students/{student}/tasks/{task}/answers", this::answer);
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
        Shapes.Task task = lookup.task(ctx);
        String student = lookup.student(ctx, task).sourcedId();
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
        ctx.contentType(switch (name.substring(name.lastIndexOf('.') + 1)) {
            case "pdf" -> "application/pdf";
            case "html" -> "text/html; charset=utf-8";
            case "txt" -> "text/plain; charset=utf-8";
            case "opus" -> "audio/ogg";
            default -> "application/octet-stream";
        });
        try (InputStream in = Files.newInputStream(file); OutputStream out = ctx.outputStream()) {
            in.transferTo(out);
        }
    }

    /** Accepts what a student writes about a visible result; from the office's own page only. */
    private void answer(Context ctx) throws IOException {
        Shapes.Task task = lookup.task(ctx);
        String student = lookup.student(ctx, task).sourcedId();
        String origin = ctx.header("Origin");
        if (origin != null && !origin.equals("http://" + ctx.host())) {
            throw new ForbiddenResponse("This page is not the office's own");
        }
        if (!office.isVisible(task.sourcedId(), student) || office.record(task.sourcedId(), student).version() == 0) {
            throw new NotFoundResponse("There is nothing to answer yet");
        }
        String text = ctx.formParam("words");
        if (text == null || text.isBlank() || text.length() > LONGEST_ANSWER) {
            throw new BadRequestResponse("An answer has 1 to " + LONGEST_ANSWER + " letters");
        }
        office.answer(task.sourcedId(), student, remark(ctx.formParam("remark")), text.strip());
        ctx.redirect("/students/" + RecordPage.encoded(student));
    }

    private static Integer remark(String typed) {
        if (typed == null || typed.isBlank()) {
            return null;
        }
        if (!typed.strip().matches("[1-9]\\d{0,3}")) {
            throw new BadRequestResponse("A remark has a number");
        }
        return Integer.valueOf(typed.strip());
    }
}
