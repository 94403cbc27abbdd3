package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.Xfdf;
import org.epiglyph.documents.rendition.FeedbackPages;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Private text is searched for wherever it might have got into the output. */
class PrivateWordsTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final String SAYING = "Ask the second marker about this";
    @TempDir
    private Path folder;

    private static Submission with(Edit... edits) {
        Batch batch = Batch.collected(
                new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                List.of(Submission.untouched(new Student(ADA, "Ada", "Lind", ""), List.of(new HandIn(1,
                        Optional.empty(), "",
                        List.of(new Document("d1", "w.pdf", "00", 1, new Pages.Ready(1, ""), "")))))));
        for (Edit edit : edits) {
            batch = batch.apply(edit);
        }
        return batch.submission(ADA);
    }

    private static Head privately(String id, String text) {
        return new Head(id, new PageRef("d1", 0), Ink.MADDER, 0, Remark.of(text).withAudience(Audience.PRIVATE));
    }

    private static Edit spoken(SpokenPlace place) {
        return new Edit.KeepSpoken(ADA, new SpokenRemark("s1", place, new SpokenRemark.Sound("s1", "00", 1), 1000,
                new Span(0, 1000), SAYING));
    }

    private static void refuse(Submission submission, String feedback) throws Problem {
        PrivateWords.of(submission).refuseIn(List.of(), feedback, List.of());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"abcd efg hij | true", "abc efg hij | false", "abcdefgh ijklmnop | false",
            "One. Two. Three. Four. Five. Six. | false", "Ask whom? He knows the other marker. | true"})
    void ignoresTextTooShortToBeMeaningful(String text, boolean lookedFor) {
        assertThat(PrivateWords.of(with(new Edit.WritePrivately(ADA, text))).isEmpty()).isEqualTo(!lookedFor);
    }

    @Test
    void collectsEveryPrivateTextAndNoOther() throws Exception {
        Note note = new Note(privately("n1", SAYING), new PagePoint(9, 9));
        TypedText typed = new TypedText(privately("t1", "hm"), new PagePoint(9, 9), SAYING, 12, 60);
        for (Edit edit : List.of(new Edit.WritePrivately(ADA, SAYING), new Edit.PlaceMark(ADA, note),
                new Edit.PlaceMark(ADA, typed))) {
            assertThatThrownBy(() -> refuse(with(edit), "Well. ask THE second\nmarker, about this!"))
                    .as(edit.toString())
                    .isInstanceOf(Problem.class)
                    .hasMessageContaining("ask the second marker about this");
        }
        assertThat(PrivateWords.of(with(new Edit.WriteOnTheWhole(ADA, SAYING))).isEmpty()).isTrue();
        Edit hidden = new Edit.PlaceMark(ADA, new Note(privately("n1", "hm"), new PagePoint(9, 9)));
        assertThatThrownBy(() -> refuse(with(hidden, spoken(SpokenPlace.ofMark("n1"))), SAYING))
                .as("spoken at a mark that is private")
                .isInstanceOf(Problem.class);
        refuse(with(hidden, spoken(SpokenPlace.WHOLE)), SAYING);
    }

    @Test
    void allowsTextThatAppearsNowhere() throws Exception {
        refuse(with(new Edit.WritePrivately(ADA, SAYING)), "Ask the second helper about this.");
        refuse(with(), "");
    }

    @ParameterizedTest
    @ValueSource(strings = {"feedback.txt", "feedback.html", "feedback.pdf"})
    void findsItInEachFileFormat(String name) throws Exception {
        Path file = folder.resolve(name);
        if (name.endsWith(".pdf")) {
            pdf(file, SAYING);
        } else {
            Files.writeString(file, name.endsWith(".html") ? "<p>Ask the <b>second</b> marker about this</p>" : SAYING);
        }
        PrivateWords words = PrivateWords.of(with(new Edit.WritePrivately(ADA, SAYING)));
        assertThatThrownBy(() -> words.refuseIn(List.of(file), "", List.of())).isInstanceOf(Problem.class)
                .hasMessageContaining("ask the second marker about this");
        Path own = folder.resolve("own.pdf");
        pdf(own, SAYING);
        words.refuseIn(List.of(file), "", List.of(own));
    }

    @Test
    void theStudentsOwnWordsMaskNoOtherMatch() throws Exception {
        Path own = folder.resolve("own.pdf");
        pdf(own, SAYING);
        PrivateWords words = PrivateWords
                .of(with(new Edit.WritePrivately(ADA, SAYING + ". Nor was the range his own.")));
        assertThatThrownBy(() -> words.refuseIn(List.of(), SAYING + ". Nor was the range his own.", List.of(own)))
                .hasMessageContaining("nor was the range his own");
    }

    @Test
    void blocksAFileThatCannotBeReadBack() throws Exception {
        Path broken = Files.write(folder.resolve("feedback.txt"), new byte[]{(byte) 0xC3, 0x28});
        Path marks = Files.writeString(folder.resolve("marks.xfdf"), "no marks");
        PrivateWords words = PrivateWords.of(with(new Edit.WritePrivately(ADA, SAYING)));
        for (Path file : List.of(broken, marks)) {
            assertThatThrownBy(() -> words.refuseIn(List.of(file), "", List.of())).isInstanceOf(Problem.class);
        }
    }

    private static void pdf(Path file, String text) throws Exception {
        FeedbackPages.pdf(new FeedbackSheet("", "Work", "Ada", "K-1", Optional.empty(), Optional.empty(),
                Optional.empty(), text, List.of(), List.of(), List.of(), List.of(), "", List.of()), Instant.EPOCH,
                file);
    }

    /** Simulates a bug, since such a mark is left out earlier. */
    @Test
    void findsItInAnnotationsAndInSeparateMarkFiles() throws Exception {
        Path source = folder.resolve("source.pdf");
        pdf(source, "Twelve hours.");
        Note note = new Note(new Head("n1", new PageRef("d1", 0), Ink.MADDER, 0, Remark.of(SAYING)),
                new PagePoint(200, 200));
        MarkedPdf.Manner manner = new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "Marker", Instant.EPOCH);
        Path marked = folder.resolve("marked.pdf");
        MarkedPdf.write(source, folder, List.of(note), manner, marked);
        Path beside = folder.resolve("marked.xfdf");
        Xfdf.write(source, folder, List.of(note), manner, "marked.pdf", beside);
        PrivateWords words = PrivateWords.of(with(new Edit.WritePrivately(ADA, SAYING)));
        for (Path file : List.of(marked, beside)) {
            assertThatThrownBy(() -> words.refuseIn(List.of(file), "", List.of())).as(file.toString())
                    .isInstanceOf(Problem.class)
                    .hasMessageContaining("ask the second marker about this");
        }
    }
}
