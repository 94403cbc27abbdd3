package org.epiglyph.recordoffice;

import java.io.IOException;
import java.io.InputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
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
        return template().replace("{{name}}", escaped(person.name()))
                .replace("{{key}}", escaped(person.sourcedId()))
                .replace("{{tasks}}", out);
    }

    /** A record that cannot be read leaves the others. */
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
        out.append("<section><p class=\"module\">")
                .append(escaped(task.module()))
                .append("</p><h2>")
                .append(escaped(task.title()))
                .append("</h2>");
        if (held.version() == 0 || !office.isVisible(task.sourcedId(), person.sourcedId())) {
            out.append("<p class=\"quiet\">There is no result to see yet.</p></section>");
            return;
        }
        if (held.score() != null) {
            out.append("<p class=\"result\"><b>")
                    .append(held.score().stripTrailingZeros().toPlainString())
                    .append("</b> of ")
                    .append(task.resultValueMax().stripTrailingZeros().toPlainString())
                    .append("</p>");
        }
        out.append("<p class=\"words\">").append(escaped(held.comment())).append("</p><ul>");
        for (Shapes.StoredDocument document : held.documents()) {
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
        out.append("</ul><p class=\"quiet\">Entered ")
                .append(TIME.format(held.scoreDate().atZone(ZoneId.of(task.zone()))))
                .append(", receipt ")
                .append(escaped(held.receipt()))
                .append("</p></section>");
    }

    private static String template() throws IOException {
        try (InputStream in = RecordPage.class.getResourceAsStream("record.html")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static String encoded(String part) {
        return URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;").replace("\"", "&quot;");
    }
}
