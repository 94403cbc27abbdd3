package org.epiglyph.recordoffice;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** A student's record as the student sees it. */
final class RecordPage {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("EEEE d MMMM yyyy, HH:mm",
            Locale.ENGLISH);
    private final OfficeFolder office;

    RecordPage(OfficeFolder office) {
        this.office = office;
    }

    String of(Shapes.Person person) throws IOException {
        StringBuilder out = new StringBuilder();
        for (Shapes.Task task : office.tasks()) {
            if (office.roster(task.sourcedId()).stream().anyMatch(p -> p.sourcedId().equals(person.sourcedId()))) {
                section(out, person, task);
            }
        }
        return template("record.html").replace("{{name}}", escaped(person.name()))
                .replace("{{key}}", escaped(person.sourcedId()))
                .replace("{{tasks}}", out);
    }

    private void record(StringBuilder out, Shapes.Held held, Shapes.Task task, Shapes.Person person)
            throws IOException {
        allowance(out, office.allowance(task.sourcedId(), person.sourcedId()), task);
        if (held.version() == 0 || !office.isVisible(task.sourcedId(), person.sourcedId())) {
            out.append("<p class=\"quiet\">There is no result to see yet.</p></div>");
            return;
        }
        result(out, held, task, person);
        earlier(out, held, task);
        out.append("</div><aside>");
        answers(out, task, person);
        out.append("</aside>");
    }

    /** A record that cannot be read does not stop the others. */
    private void section(StringBuilder out, Shapes.Person person, Shapes.Task task) {
        Shapes.Held held;
        try {
            held = office.record(task.sourcedId(), person.sourcedId());
            if (held.version() > 0 && office.isVisible(task.sourcedId(), person.sourcedId())) {
                office.open(task.sourcedId(), held);
            }
        } catch (IOException e) {
            out.append("<section><h2>")
                    .append(escaped(task.title()))
                    .append("</h2><p class=\"quiet\">This record cannot be read now.</p></section>");
            return;
        }
        out.append("<section><div class=\"main\"><p class=\"module\">")
                .append(escaped(task.module()))
                .append("</p><h2>")
                .append(escaped(task.title()))
                .append("</h2>");
        try {
            record(out, held, task, person);
        } catch (IOException e) {
            out.append("<p class=\"quiet\">A part of this record cannot be read now.</p>");
        }
        out.append("</section>");
    }

    private static void document(StringBuilder out, Shapes.StoredDocument document, Shapes.Task task,
            Shapes.Person person) {
        out.append("<li><a href=\"/students/")
                .append(encoded(person.sourcedId()))
                .append("/tasks/")
                .append(encoded(task.sourcedId()))
                .append("/documents/")
                .append(encoded(document.name()))
                .append("\">")
                .append(escaped(document.name()))
                .append("</a> <span class=\"quiet\">")
                .append(Math.max(1, document.bytes() / 1024))
                .append(" kB</span></li>");
    }

    private static void result(StringBuilder out, Shapes.Held held, Shapes.Task task, Shapes.Person person) {
        if (held.score() != null) {
            out.append("<p class=\"result\"><b>")
                    .append(plain(held.score()))
                    .append("</b> of ")
                    .append(plain(task.resultValueMax()))
                    .append("</p>");
        }
        if (held.amendment() != null && held.amendment().shown()) {
            out.append("<p class=\"why\"><b>Changed since you first saw it.</b> ")
                    .append(escaped(held.amendment().reason()))
                    .append("</p>");
        }
        out.append("<p class=\"words\">").append(escaped(held.comment())).append("</p><ul>");
        for (Shapes.StoredDocument document : held.documents()) {
            document(out, document, task, person);
        }
        out.append("</ul><p class=\"quiet\">Entered ")
                .append(time(held.scoreDate(), task))
                .append(", receipt ")
                .append(escaped(held.receipt()))
                .append("</p>");
    }

    private static void allowance(StringBuilder out, Shapes.Allowance allowance, Shapes.Task task) {
        if (allowance.excused()) {
            out.append("<p class=\"allowed\">You are excused from this task.</p>");
        }
        if (allowance.extendedTo() != null) {
            out.append("<p class=\"allowed\">Your own due time is ")
                    .append(time(allowance.extendedTo(), task))
                    .append(".</p>");
        }
        if (allowance.furtherHandIns() > 0) {
            out.append("<p class=\"allowed\">You may hand in again: ")
                    .append(allowance.furtherHandIns())
                    .append(allowance.furtherHandIns() == 1 ? " time" : " times")
                    .append(".</p>");
        }
    }

    /** Only what the student has seen before: a hidden version never concerned them. */
    private void earlier(StringBuilder out, Shapes.Held now, Shapes.Task task) throws IOException {
        StringBuilder lines = new StringBuilder();
        for (Shapes.Held held : office.versions(task.sourcedId(), now.student())) {
            if (held.version() < now.version() && office.opened(task.sourcedId(), held).isPresent()) {
                lines.append("<li>")
                        .append(held.score() == null ? "No score" : plain(held.score()))
                        .append(", entered ")
                        .append(time(held.scoreDate(), task))
                        .append("</li>");
            }
        }
        if (!lines.isEmpty()) {
            out.append("<details><summary>What stood here before</summary><ul>")
                    .append(lines)
                    .append("</ul></details>");
        }
    }

    private static void answer(StringBuilder out, Shapes.Answer answer, Shapes.Task task) {
        out.append("<p class=\"answer\"><span class=\"quiet\">")
                .append(time(answer.at(), task))
                .append(answer.remark() == null ? "" : ", to remark " + answer.remark())
                .append("</span><br>")
                .append(escaped(answer.words()))
                .append("</p>");
        if (answer.reply() != null) {
            out.append("<p class=\"reply\"><span class=\"quiet\">The marker replied</span><br>")
                    .append(escaped(answer.reply()))
                    .append("</p>");
        }
    }

    private void answers(StringBuilder out, Shapes.Task task, Shapes.Person person) throws IOException {
        out.append("<h3>Your answer</h3>");
        for (Shapes.Answer answer : office.answers(task.sourcedId())) {
            if (answer.student().equals(person.sourcedId())) {
                answer(out, answer, task);
            }
        }
        String id = escaped(task.sourcedId());
        out.append("<form method=\"post\" action=\"/students/")
                .append(encoded(person.sourcedId()))
                .append("/tasks/")
                .append(encoded(task.sourcedId()))
                .append("/answers\"><label for=\"words-")
                .append(id)
                .append("\">Write to your marker</label><textarea required id=\"words-")
                .append(id)
                .append("\" name=\"words\" rows=\"3\" maxlength=\"4000\"></textarea><label for=\"remark-")
                .append(id)
                .append("\">Number of the remark, if it is about one</label><input id=\"remark-")
                .append(id)
                .append("\" name=\"remark\" inputmode=\"numeric\" size=\"4\"> <button>Send</button></form>");
    }

    private static String plain(BigDecimal number) {
        return number.stripTrailingZeros().toPlainString();
    }

    private static String time(Instant at, Shapes.Task task) {
        return TIME.format(at.atZone(ZoneId.of(task.zone())));
    }

    /** A page of the office's, with its style. @param name of the resource */
    static String template(String name) throws IOException {
        return resource(name).replace("{{style}}", resource("page.css"));
    }

    private static String resource(String name) throws IOException {
        try (InputStream in = RecordPage.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    static String encoded(String part) {
        return URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20");
    }

    static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;").replace("\"", "&quot;");
    }
}
