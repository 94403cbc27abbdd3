package org.epiglyph.desktop.scheme;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.SameNames;
import org.epiglyph.desktop.frame.UiText;

/** Levels, parts and grades as lines of text, so that they can be edited without leaving the keyboard. */
final class Lines {
    private static final Pattern POINTS_FIRST = Pattern
            .compile(
                    "(\\d+(?:[.,]\\d+)?)(?:\\s*(?:to|-|\u2013)\\s*(\\d+(?:[.,]\\d+)?))?\\s+([^:]+?)\\s*(?::\\s*(.*))?");

    private Lines() {}

    /** "5 to 6  Decides and weighs: Goes or waits, and says why." */
    static String of(Manner.Levels levels) {
        return levels.levels()
                .stream()
                .map(l -> l.points() + "  " + l.name() + (l.text().isEmpty() ? "" : ": " + l.text()))
                .collect(Collectors.joining("\n"));
    }

    static String of(Manner.Checklist checklist) {
        return checklist.parts()
                .stream()
                .map(p -> Criterion.format(p.points()) + "  " + p.name())
                .collect(Collectors.joining("\n"));
    }

    static String of(GradeScale scale) {
        return scale.boundaries()
                .stream()
                .map(b -> Criterion.format(b.from()) + "  " + b.grade())
                .collect(Collectors.joining("\n"));
    }

    /**
     * Levels with an existing name keep their id.
     *
     * @throws IllegalArgumentException naming the line
     */
    static Manner levels(String text, Manner before) {
        return SameNames.manner(new Manner.Levels(making(text,
                l -> new Manner.Level("line " + l.number, l.name, l.text, l.from, l.to))), before);
    }

    /** Parts with an existing name keep their id. */
    static Manner parts(String text, Manner before) {
        return SameNames.manner(
                new Manner.Checklist(making(text, l -> new Manner.Part("line " + l.number, l.name, l.to))), before);
    }

    static GradeScale grades(String name, String text) {
        return new GradeScale(name,
                lines(text).stream().map(l -> new GradeScale.Boundary(l.from, l.name)).toList());
    }

    private record Line(int number, BigDecimal from, BigDecimal to, String name, String text) {}

    private static <T> List<T> making(String text, Function<Line, T> made) {
        return lines(text).stream().map(line -> {
            try {
                return made.apply(line);
            } catch (IllegalArgumentException e) {
                throw new IllegalArgumentException(UiText.of("Scheme.line", line.number, e.getMessage()), e);
            }
        }).toList();
    }

    private static List<Line> lines(String text) {
        List<Line> lines = new ArrayList<>();
        int number = 0;
        for (String written : text.lines().toList()) {
            number++;
            if (written.isBlank()) {
                continue;
            }
            Matcher matcher = POINTS_FIRST.matcher(written.strip());
            if (!matcher.matches()) {
                throw new IllegalArgumentException(
                        UiText.of("Scheme.line", number, UiText.of("Scheme.lineShape", written.strip())));
            }
            BigDecimal from = new BigDecimal(matcher.group(1).replace(',', '.'));
            BigDecimal to = matcher.group(2) == null ? from : new BigDecimal(matcher.group(2).replace(',', '.'));
            lines.add(new Line(number, from, to, matcher.group(3),
                    matcher.group(4) == null ? "" : matcher.group(4).strip()));
        }
        return lines;
    }
}
