package org.epiglyph.desktop.shelf;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.Optional;
import java.util.regex.Pattern;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.workspace.Overview;
import org.epiglyph.workspace.ShelfNote;
import org.epiglyph.workspace.Summary;
import org.slf4j.LoggerFactory;

/**
 * What the shelf shows of one batch.
 *
 * @param folder  where it is
 * @param summary its figures; empty if it cannot be opened
 * @param note    the marker's decisions about it
 * @param damage  its damage; empty if there is none
 * @param trouble why it cannot be opened; empty if it can
 */
record BatchLine(Path folder, Optional<Summary> summary, ShelfNote note, String damage, String trouble) {
    private static final Pattern NUMBER = Pattern.compile("\\d+");
    private static final int DIGITS = 12;

    /** Most urgent first: by the promised day, then by the due time, then by title. */
    static final Comparator<BatchLine> ORDER = Comparator
            .comparing((BatchLine b) -> b.note.promised().orElse(null), Comparator.nullsLast(Comparator.naturalOrder()))
            .thenComparing(b -> b.summary.flatMap(Summary::due).orElse(null),
                    Comparator.nullsLast(Comparator.naturalOrder()))
            .thenComparing(b -> countable(b.title()), String.CASE_INSENSITIVE_ORDER)
            .thenComparing(b -> b.folder.toString());

    /** With its numbers padded with zeros, so that 2 comes before 10. */
    private static String countable(String title) {
        return NUMBER.matcher(title).replaceAll(m -> "0".repeat(Math.max(0, DIGITS - m.group().length())) + m.group());
    }

    /** How far the marker is with a batch. */
    enum Group {
        TO_MARK, TO_HAND_BACK, HANDED_BACK, ARCHIVED
    }

    Group group() {
        if (note.archived()) {
            return Group.ARCHIVED;
        }
        return summary.map(BatchLine::group).orElse(Group.TO_MARK);
    }

    /** Work that was handed in on paper is scored without anything having been received. */
    private static Group group(Summary of) {
        int done = Math.max(of.scored(), of.sealed());
        if (of.left() > 0 || done == 0) {
            return Group.TO_MARK;
        }
        return of.handedBack() < Math.max(of.received(), done) ? Group.TO_HAND_BACK : Group.HANDED_BACK;
    }

    String title() {
        return summary.map(Summary::title).orElse(String.valueOf(folder.getFileName()));
    }

    /** The course; empty if the batch has none, or cannot be opened. */
    String course() {
        return summary.map(Summary::module).orElse("");
    }

    /** True if it has work and nobody has begun. */
    boolean isFresh() {
        return trouble.isEmpty() && summary.filter(s -> s.left() > 0 && s.scored() == 0 && s.sealed() == 0).isPresent();
    }

    boolean isSound() {
        return trouble.isEmpty() && damage.isEmpty();
    }

    /** The text below the title: the course, and the folder's name if it differs. */
    String below() {
        String name = String.valueOf(folder.getFileName());
        String module = summary.map(Summary::module).orElse("");
        String folderName = name.equals(title()) ? "" : name;
        return module.isEmpty() || folderName.isEmpty() ? module + folderName : module + "  \u00b7  " + folderName;
    }

    static BatchLine of(Path folder) {
        try {
            Overview overview = Overview.at(folder);
            return new BatchLine(folder, Optional.of(overview.summary()), ShelfNote.of(folder),
                    overview.damage().describe(), "");
        } catch (Problem e) {
            return unreadable(folder, e.getMessage());
        } catch (RuntimeException | StackOverflowError e) {
            LoggerFactory.getLogger(BatchLine.class).error("A batch cannot be shown", e);
            return unreadable(folder, UiText.of("Shelf.fault"));
        }
    }

    private static BatchLine unreadable(Path folder, String why) {
        return new BatchLine(folder, Optional.empty(), ShelfNote.of(folder), "", why);
    }

    BatchLine withNote(ShelfNote other) {
        return new BatchLine(folder, summary, other, damage, trouble);
    }
}
