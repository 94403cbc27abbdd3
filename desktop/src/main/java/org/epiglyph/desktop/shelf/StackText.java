package org.epiglyph.desktop.shelf;

import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.figures.Explanations;
import org.epiglyph.workspace.Summary;

/** Texts of the shelf about a batch. */
final class StackText {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.ENGLISH);
    private static final DateTimeFormatter DUE = DateTimeFormatter.ofPattern("d MMM, HH:mm", Locale.ENGLISH);
    private static final String APART = "  \u00b7  ";

    private StackText() {}

    /** Course and folder, the promised day and the due time. */
    static String below(BatchLine batch, Clock clock) {
        return Stream.of(batch.below(), days(batch, clock))
                .filter(w -> !w.isEmpty())
                .collect(Collectors.joining(APART));
    }

    private static String days(BatchLine batch, Clock clock) {
        List<String> parts = new ArrayList<>();
        batch.note()
                .promised()
                .ifPresent(day -> parts.add(day.isBefore(LocalDate.now(clock))
                        ? UiText.of("Shelf.promisedPast", DAY.format(day))
                        : UiText.of("Shelf.promised", DAY.format(day))));
        batch.summary()
                .flatMap(Summary::due)
                .ifPresent(due -> parts.add(UiText.of("Shelf.due", DUE.format(due.atZone(clock.getZone())))));
        return String.join(APART, parts);
    }

    /** What is left and how long it takes, what is held, handed back, or newer. */
    static String figures(BatchLine batch) {
        if (!batch.trouble().isEmpty()) {
            return batch.trouble();
        }
        if (!batch.damage().isEmpty()) {
            return UiText.of("Shelf.damaged", batch.damage());
        }
        Summary s = batch.summary().orElseThrow();
        List<String> parts = new ArrayList<>();
        if (s.left() > 0) {
            parts.add(s.pagesLeft() == 0 // none are made yet
                    ? UiText.of("Shelf.leftUncounted", s.left())
                    : UiText.of("Shelf.left", s.left(), s.pagesLeft()));
            s.timeLeft().map(Explanations::about).ifPresent(parts::add);
        } else if (s.received() == 0 && s.scored() == 0) {
            parts.add(UiText.of("Shelf.nothingReceived", s.students()));
        } else {
            parts.add(UiText.of("Shelf.allScored", s.scored(), s.students()));
        }
        if (s.held() > 0) {
            parts.add(UiText.of("Shelf.held", s.held()));
        }
        if (s.handedBack() > 0) {
            parts.add(UiText.of("Shelf.handedBack", s.handedBack()));
        }
        if (s.newer() > 0) {
            parts.add(UiText.of("Shelf.newer", s.newer()));
        }
        return parts.stream().map(p -> p.replace(' ', '\u00a0')).collect(Collectors.joining(APART));
    }
}
