package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.feedback.ClassWords;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.places.WholeFile;

/**
 * What students are handed; stored beside the batch as a text file that can be shared.
 *
 * @param form    the form of marked copies
 * @param sheet   the feedback sheet that comes with them
 * @param place   where a feedback sheet in PDF goes
 * @param leftOut parts that the feedback sheet omits
 * @param names   what is appended to a received name
 * @param layout  the layout of a hand-back in a folder
 * @param meeting what happens if the folder has a hand-back already; none is ever overwritten
 * @param xfdf    true to write the marks beside each marked document as XFDF
 * @param columns what is filled into the grade sheet
 * @param figures what the feedback sheet tells about the class
 */
public record Profile(MarkedPdf.Form form, Sheet sheet, SheetPlace place, Set<FeedbackSheet.Part> leftOut,
        Set<Addition> names, Layout layout, Meeting meeting, boolean xfdf, Set<Column> columns,
        Set<ClassWords.Figure> figures) {
    /** Open annotations only, which is what receipts of all versions know. */
    public static final Profile USUAL = new Profile(MarkedPdf.Form.ANNOTATIONS, Sheet.NONE);
    private static final long LONGEST = 64 * 1024;

    public Profile {
        leftOut = Set.copyOf(leftOut);
        names = Set.copyOf(names);
        columns = Set.copyOf(columns);
        figures = Set.copyOf(figures);
    }

    /** Marked copies in a form, and a feedback sheet; the rest by default. */
    public Profile(MarkedPdf.Form form, Sheet sheet) {
        this(form, sheet, SheetPlace.OWN_FILE, Set.of(), Set.of(Addition.MARKED), Layout.ZIP, Meeting.NEXT_NUMBER,
                false,
                Set.of(Column.SCORE, Column.GRADE, Column.FEEDBACK), Set.of());
    }

    /** The feedback sheet: none, or a file of its own. */
    public enum Sheet {
        NONE(""), PDF(".pdf"), HTML(".html"), TEXT(".txt");

        private final String ending;

        Sheet(String ending) {
            this.ending = ending;
        }

        String ending() {
            return ending;
        }
    }

    /** Where a feedback sheet in PDF goes; in other forms it is a file of its own. */
    public enum SheetPlace {
        OWN_FILE, BEFORE_THE_PAGES, BEHIND_THE_PAGES
    }

    /** What is appended to a received name, in this order. */
    public enum Addition {
        MARKED, SCORE, GRADE
    }

    /** The layout of a hand-back in a folder. */
    public enum Layout {
        ZIP, FOLDERS, BOTH
    }

    /** What happens if there is a hand-back already. */
    public enum Meeting {
        NEXT_NUMBER, REFUSE
    }

    /** What is filled into the grade sheet, if it has such a column. */
    public enum Column {
        SCORE,
        GRADE,
        FEEDBACK,
        /** Instead of the feedback: in which files to look. */
        POINTER,
        PERCENT,
        /** Each criterion's score, under its name. */
        CRITERIA
    }

    public Profile withForm(MarkedPdf.Form other) {
        return new Profile(other, sheet, place, leftOut, names, layout, meeting, xfdf, columns, figures);
    }

    public Profile withSheet(Sheet other) {
        return new Profile(form, other, place, leftOut, names, layout, meeting, xfdf, columns, figures);
    }

    public Profile withPlace(SheetPlace other) {
        return new Profile(form, sheet, other, leftOut, names, layout, meeting, xfdf, columns, figures);
    }

    /** True if the feedback sheet is bound to the first document. */
    boolean binds() {
        return sheet == Sheet.PDF && place != SheetPlace.OWN_FILE;
    }

    public Profile withLeftOut(Set<FeedbackSheet.Part> other) {
        return new Profile(form, sheet, place, other, names, layout, meeting, xfdf, columns, figures);
    }

    public Profile withNames(Set<Addition> other) {
        return new Profile(form, sheet, place, leftOut, other, layout, meeting, xfdf, columns, figures);
    }

    public Profile withLayout(Layout other) {
        return new Profile(form, sheet, place, leftOut, names, other, meeting, xfdf, columns, figures);
    }

    public Profile withMeeting(Meeting other) {
        return new Profile(form, sheet, place, leftOut, names, layout, other, xfdf, columns, figures);
    }

    public Profile withXfdf(boolean other) {
        return new Profile(form, sheet, place, leftOut, names, layout, meeting, other, columns, figures);
    }

    public Profile withColumns(Set<Column> other) {
        return new Profile(form, sheet, place, leftOut, names, layout, meeting, xfdf, other, figures);
    }

    public Profile withFigures(Set<ClassWords.Figure> other) {
        return new Profile(form, sheet, place, leftOut, names, layout, meeting, xfdf, columns, other);
    }

    /** The settings that differ from the default in what a student is handed, for the fingerprint. */
    List<String> deciding() {
        List<String> deciding = new ArrayList<>();
        if (form != MarkedPdf.Form.ANNOTATIONS) {
            deciding.add("pages " + form);
        }
        if (sheet != Sheet.NONE) {
            deciding.add("feedback sheet " + sheet);
            sorted(leftOut).forEach(part -> deciding.add("without " + part));
            if (binds()) {
                deciding.add("sheet " + place);
            }
            if (!figures.isEmpty()) {
                deciding.add("class figures " + sorted(figures)); // the choice only: another student's score changes nobody's work
            }
        }
        if (!names.equals(USUAL.names)) {
            deciding.add("names " + sorted(names));
        }
        if (xfdf) {
            deciding.add("xfdf");
        }
        return deciding;
    }

    private static <E extends Enum<E>> List<E> sorted(Collection<E> some) {
        return some.stream().sorted().toList();
    }

    // --- as a text file

    private static String written(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static <E extends Enum<E>> String written(Collection<E> values) {
        return values.isEmpty()
                ? "nothing"
                : sorted(values).stream().map(Profile::written).collect(Collectors.joining(", "));
    }

    /** The profile as text: comments begin with #, every other line is a name, an equals sign and a value. */
    String text() {
        return """
                # What students are handed back.
                # pages: annotations, printed margin, or flattened
                # feedback sheet: none, pdf, html or text
                # sheet stands: own file, before the pages, or behind the pages (of the first document; in PDF)
                # sheet without: nothing, or some of lateness, on the whole, criteria, remarks, derivation, legend
                # names: nothing, or some of marked, score, grade
                # in a folder: zip, folders (one a student), or both
                # where one lies already: next number, or refuse
                # xfdf: yes or no
                # grade sheet: nothing, or some of score, grade, feedback, pointer, percent, criteria
                # class figures: nothing, or some of average, distribution (on the feedback sheet; from five results on)
                pages = %s
                feedback sheet = %s
                sheet stands = %s
                sheet without = %s
                names = %s
                in a folder = %s
                where one lies already = %s
                xfdf = %s
                grade sheet = %s
                class figures = %s
                """.formatted(written(form), written(sheet), written(place), written(leftOut), written(names),
                written(layout),
                written(meeting), xfdf ? "yes" : "no", written(columns), written(figures));
    }

    /** Saves it atomically. */
    public void write(Path file) throws IOException {
        WholeFile.write(file, beside -> Files.writeString(beside, text()));
    }

    /**
     * Parses a profile; missing settings have their default.
     *
     * @throws Problem naming the file and the error
     */
    public static Profile read(Path file) throws Problem {
        try {
            if (Files.size(file) > LONGEST) {
                throw new Problem(Message.of(Profile.class, "tooLong", file.getFileName()));
            }
            return new Reading(Files.readString(file, StandardCharsets.UTF_8), file.getFileName().toString()).profile();
        } catch (IOException e) {
            throw new Problem(Message.of(Profile.class, "unreadable", file), e);
        }
    }

    /** The stored profile; the default if there is none. */
    public static Profile stored(Path file) throws Problem {
        return Files.exists(file) ? read(file) : USUAL;
    }

    /** A text being parsed. */
    private static final class Reading {
        private static final List<String> LINES = List.of("pages", "feedback sheet", "sheet stands", "sheet without",
                "names",
                "in a folder", "where one lies already", "xfdf", "grade sheet", "class figures");
        private final Map<String, String> values = new HashMap<>();
        private final String called;

        Reading(String text, String called) throws Problem {
            this.called = called;
            for (String line : text.lines()
                    .map(String::strip)
                    .filter(l -> !l.isEmpty() && !l.startsWith("#"))
                    .toList()) {
                int equals = line.indexOf('=');
                String name = equals < 0 ? line : line.substring(0, equals).strip();
                if (!LINES.contains(name)) {
                    throw new Problem(
                            Message.of(Profile.class, "unknownLine", called, line, String.join(" =', '", LINES)));
                }
                values.put(name, line.substring(equals + 1).strip());
            }
        }

        Profile profile() throws Problem {
            return new Profile(one("pages", MarkedPdf.Form.values(), USUAL.form),
                    one("feedback sheet", Sheet.values(), USUAL.sheet),
                    one("sheet stands", SheetPlace.values(), USUAL.place),
                    some("sheet without", FeedbackSheet.Part.class, USUAL.leftOut),
                    some("names", Addition.class, USUAL.names), one("in a folder", Layout.values(), USUAL.layout),
                    one("where one lies already", Meeting.values(), USUAL.meeting), isYes("xfdf"),
                    some("grade sheet", Column.class, USUAL.columns),
                    some("class figures", ClassWords.Figure.class, USUAL.figures));
        }

        private boolean isYes(String name) throws Problem {
            String value = values.getOrDefault(name, "no").toLowerCase(Locale.ROOT);
            if (!value.equals("yes") && !value.equals("no")) {
                throw new Problem(Message.of(Profile.class, "yesOrNo", called, name, value));
            }
            return value.equals("yes");
        }

        private <E extends Enum<E>> E one(String name, E[] all, E usual) throws Problem {
            return values.containsKey(name) ? value(name, values.get(name), Arrays.asList(all)) : usual;
        }

        private <E extends Enum<E>> Set<E> some(String name, Class<E> kind, Set<E> usual) throws Problem {
            if (!values.containsKey(name)) {
                return usual;
            }
            Set<E> some = EnumSet.noneOf(kind);
            for (String word : values.get(name).split(",")) {
                if (!word.isBlank() && !word.strip().equalsIgnoreCase("nothing")) {
                    some.add(value(name, word.strip(), List.of(kind.getEnumConstants())));
                }
            }
            return some;
        }

        private <E extends Enum<E>> E value(String name, String word, List<E> all) throws Problem {
            Stream<String> words = all.stream().map(Profile::written);
            return all.stream()
                    .filter(e -> written(e).equalsIgnoreCase(word))
                    .findFirst()
                    .orElseThrow(() -> new Problem(Message.of(Profile.class, "oneOf", called, name,
                            words.collect(Collectors.joining(" or ")), word)));
        }
    }
}
