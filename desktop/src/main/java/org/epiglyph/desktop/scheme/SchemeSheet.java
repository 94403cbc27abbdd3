package org.epiglyph.desktop.scheme;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.documents.rendition.Renditions;
import org.epiglyph.documents.rendition.Unreadable;

/** The scheme on paper: a PDF beside the batch. */
final class SchemeSheet {
    private SchemeSheet() {}

    /** Writes the sheet and returns its path. */
    static Path write(MarkScheme scheme, String title, Path folder) throws Problem {
        Path written = folder.resolve("scheme sheet.md");
        Path sheet = folder.resolve("scheme sheet.pdf");
        try {
            Files.writeString(written, text(scheme, title));
            Renditions.make(written, Renditions.head(written, 64), sheet);
            Files.deleteIfExists(written);
            return sheet;
        } catch (IOException | Unreadable e) {
            throw new Problem(UiText.of("Editor.notWritten", sheet, e.getMessage()), e);
        }
    }

    static String text(MarkScheme scheme, String title) {
        List<String> lines = new ArrayList<>(List.of("# " + title, "", UiText.of("Scheme.heading"), ""));
        String section = "";
        for (Criterion criterion : scheme.criteria()) {
            if (!criterion.section().equals(section)) {
                section = criterion.section();
                scheme.findSection(section).ifPresent(s -> lines.addAll(List.of(head(s), "")));
            }
            lines.add("**" + criterion.name() + "**" + (criterion.isScored()
                    ? ", " + Criterion.format(criterion.maximum())
                    : "") + (criterion.role() == Role.COUNTS ? "" : ", " + criterion.role().label()));
            lines.add("");
            if (!criterion.text().isEmpty()) {
                lines.addAll(List.of(criterion.text(), ""));
            }
            lines.addAll(below(criterion.manner()));
        }
        lines.addAll(List.of("", SchemePlace.sum(scheme, Criterion.format(scheme.maximum()))));
        return String.join("\n", lines) + "\n";
    }

    private static String head(Section section) {
        String best = SchemePlace.best(section);
        return "## " + section.name() + (best.isEmpty() ? "" : " (" + best + ")");
    }

    private static List<String> below(Manner manner) {
        List<String> lines = new ArrayList<>();
        if (manner instanceof Manner.Levels levels) {
            levels.levels()
                    .forEach(l -> lines.add("- " + l.points() + ": " + l.name()
                            + (l.text().isEmpty() ? "" : ". " + l.text())));
        } else if (manner instanceof Manner.Checklist list) {
            list.parts().forEach(p -> lines.add("- " + Criterion.format(p.points()) + ": " + p.name()));
        }
        if (!lines.isEmpty()) {
            lines.add("");
        }
        return lines;
    }
}
