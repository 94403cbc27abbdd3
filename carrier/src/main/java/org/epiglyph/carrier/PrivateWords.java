package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.WrittenRemark;
import org.epiglyph.documents.Xfdf;
import org.epiglyph.documents.rendition.FeedbackPages;

/**
 * Searches outgoing files, read back as they were built, for what the marker wrote privately about one student. A match
 * stops the parcel. What the student wrote too does not count.
 */
final class PrivateWords {
    /** Fewer words than this occur anywhere by chance. */
    private static final int LEAST_WORDS = 3;
    private static final int LEAST_LETTERS = 12;
    private static final Pattern SENTENCES = Pattern.compile("[\\n.!?;]+");
    private final List<String> sayings;

    private PrivateWords(List<String> sayings) {
        this.sayings = sayings;
    }

    static PrivateWords of(Submission submission) {
        Stream<String> marks = submission.marks()
                .stream()
                .filter(Mark::isPrivate)
                .flatMap(m -> Stream.of(m.remark().text(), m instanceof TypedText text ? text.text() : ""));
        Stream<String> spoken = submission.spoken()
                .stream()
                .filter(s -> submission.findMark(s.place().subject()).filter(Mark::isPrivate).isPresent())
                .map(SpokenRemark::text);
        List<String> sayings = new ArrayList<>();
        Stream.of(Stream.of(submission.privately()), marks, spoken)
                .flatMap(Function.identity())
                .forEach(words -> {
                    for (String sentence : SENTENCES.split(words)) {
                        String plain = plain(sentence);
                        if (plain.length() >= LEAST_LETTERS && plain.split(" ").length >= LEAST_WORDS) {
                            sayings.add(plain);
                        }
                    }
                });
        return new PrivateWords(List.copyOf(sayings));
    }

    /** Words only, independent of spacing, line breaks and formatting. */
    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", " ").strip();
    }

    boolean isEmpty() {
        return sayings.isEmpty();
    }

    /**
     * Checks what is sent.
     *
     * @param files    as built; what the marker attached is sent as it is and is not among them
     * @param feedback the text for the record and the sheet
     * @param received the student's own pages
     * @throws Problem if there is a match; names it
     */
    void refuseIn(Collection<Path> files, String feedback, Collection<Path> received) throws Problem {
        if (isEmpty()) {
            return;
        }
        List<String> out = new ArrayList<>(List.of(plain(feedback)));
        for (Path file : files) {
            out.add(plain(textOf(file)));
        }
        List<String> found = new ArrayList<>(
                sayings.stream().filter(s -> out.stream().anyMatch(o -> o.contains(s))).toList());
        for (Path own : found.isEmpty() ? List.<Path>of() : received) {
            String written = plain(pages(own));
            found.removeIf(written::contains);
        }
        if (!found.isEmpty()) {
            throw new Problem(Message.of(PrivateWords.class, "privateWords", found.getFirst()));
        }
    }

    private static String textOf(Path file) throws Problem {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        if (name.endsWith(".pdf")) {
            return remarks(file) + "\n" + pages(file);
        }
        if (name.endsWith(".xfdf")) {
            return String.join("\n", Xfdf.content(file).orElseThrow(() -> unreadable(null)));
        }
        try {
            return name.endsWith(".html")
                    ? FeedbackPages.text(file)
                    : Files.readString(file, StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw unreadable(e);
        }
    }

    private static Problem unreadable(IOException cause) {
        return new Problem(Message.of(PrivateWords.class, "unreadableAgain"), cause);
    }

    private static String remarks(Path pdf) throws Problem {
        List<String> all = new ArrayList<>();
        try (OpenDocument document = OpenDocument.open(pdf)) {
            for (int page = 0; page < document.pageCount(); page++) {
                document.remarks(page).stream().map(WrittenRemark::text).forEach(all::add);
            }
        }
        return String.join("\n", all);
    }

    private static String pages(Path pdf) throws Problem {
        List<String> all = new ArrayList<>();
        try (OpenDocument document = OpenDocument.open(pdf)) {
            for (int page = 0; page < document.pageCount(); page++) {
                all.add(document.text(page).words().stream().map(w -> w.text()).collect(Collectors.joining(" ")));
            }
        }
        return String.join("\n", all);
    }
}
