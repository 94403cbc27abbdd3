package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.lookover.LookOver;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.junit.jupiter.api.Test;

class HeardTest {
    private static Edit speak(String id, SpokenPlace place, String text) {
        return new Edit.KeepSpoken(Batches.ADA, new SpokenRemark(id, place,
                new SpokenRemark.Sound("w" + id, "0".repeat(64), 9), 20_000, new Span(500, 12_400), text));
    }

    /** Spoken remarks on two pages, a criterion and the whole; on something private and something removed. */
    private static Batch spoken() {
        Remark secret = new Remark("copied?", Audience.PRIVATE, "");
        Batch batch = Batches.three();
        for (Edit edit : List.of(new Edit.PlaceMark(Batches.ADA, Batches.note("n1", "d1", 0, "words")),
                new Edit.PlaceMark(Batches.ADA, Batches.note("n2", "d1", 2, "words")),
                new Edit.PlaceMark(Batches.ADA, Batches.note("n3", "d1", 1, "").withRemark(secret)),
                speak("s1", SpokenPlace.WHOLE, "Well done, " + Student.NAMED_LATER + "."),
                speak("s2", SpokenPlace.ofMark("n2"), "Why?"), speak("s3", SpokenPlace.ofCriterion("c2"), ""),
                speak("s4", SpokenPlace.ofMark("n1"), "Here."), speak("s5", SpokenPlace.ofMark("n3"), "A secret."),
                speak("s6", SpokenPlace.ofMark("gone"), "Lost."), speak("s7", SpokenPlace.ofCriterion("gone"), ""))) {
            batch = batch.apply(edit);
        }
        return batch;
    }

    private static List<Heard> heard(Batch batch) {
        return Heard.of(batch.submission(Batches.ADA), batch.scheme());
    }

    @Test
    void skipsPrivateAndDetachedRemarksAndSaysSo() {
        Batch batch = spoken();
        assertThat(heard(batch)).extracting(h -> h.remark().id()).doesNotContain("s5", "s6", "s7");
        assertThat(Feedback.text(batch, batch.submission(Batches.ADA))).contains("(0:12): Why?")
                .doesNotContain("A secret")
                .doesNotContain("Lost");
        List<Finding> found = new LookOver(_ -> List.of()).findings(batch, Batches.ADA);
        assertThat(found).filteredOn(f -> f.kind() == Finding.Kind.SPOKEN_LEFT_BEHIND)
                .extracting(Finding::subject)
                .containsExactly("s5", "s6", "s7");
        assertThat(found).filteredOn(f -> f.kind() == Finding.Kind.SPOKEN_WITHOUT_WORDS)
                .extracting(Finding::subject)
                .containsExactly("s3");
    }

    @Test
    void looksOverTranscriptsLikeOtherText() {
        Batch batch = Batches.three().apply(speak("s1", SpokenPlace.WHOLE, "As Bao did. Ask the moderator."));
        assertThat(new LookOver(_ -> List.of()).findings(batch, Batches.ADA))
                .filteredOn(f -> f.where() == Finding.Where.SPOKEN)
                .extracting(Finding::kind)
                .containsExactlyInAnyOrder(Finding.Kind.NAMES_ANOTHER, Finding.Kind.LOOKS_PRIVATE);
    }

    @Test
    void undoesChangesOfTranscriptAndTrimAndRestoresADeletedOne() {
        Batch batch = spoken();
        for (Edit edit : List.of(speak("s2", SpokenPlace.ofMark("n2"), "Why so?"),
                new Edit.RemoveSpoken(Batches.ADA, "s4"),
                speak("s1", SpokenPlace.ofMark("n1"), "Well done."),
                speak("s9", SpokenPlace.WHOLE, ""))) {
            Edit back = batch.inverse(edit);
            assertThat(batch.apply(edit).apply(back).submission(Batches.ADA)).isEqualTo(batch.submission(Batches.ADA));
        }
        assertThat(speak("s2", SpokenPlace.WHOLE, "Wh").continues(speak("s2", SpokenPlace.WHOLE, "W"))).isTrue();
        assertThat(speak("s2", SpokenPlace.WHOLE, "W").continues(speak("s2", SpokenPlace.WHOLE, "")))
                .as("it was just spoken")
                .isFalse();
        assertThat(speak("s2", SpokenPlace.WHOLE, "W").continues(speak("s3", SpokenPlace.WHOLE, "W"))).isFalse();
    }

    @Test
    void restoresTheStudentsNameInHandedBackTranscripts() {
        Batch batch = spoken().apply(Covers.everybody(spoken(), new Random(1)));
        assertThat(heard(batch).getLast().remark().text()).contains(Student.NAMED_LATER);
        assertThat(heard(batch.named()).getLast().remark().text()).isEqualTo("Well done, Ada.");
        assertThat(FeedbackSheet.of(batch.named(), batch.named().submission(Batches.ADA)).spoken()).hasSize(4);
    }

    @Test
    void namesTheDocumentIfThereAreSeveral() {
        Batch batch = Batches.three()
                .apply(new Edit.PlaceMark(Batches.BAO, Batches.note("n", "d3", 1, "words")))
                .apply(new Edit.KeepSpoken(Batches.BAO, new SpokenRemark("s", SpokenPlace.ofMark("n"),
                        new SpokenRemark.Sound("w", "0".repeat(64), 9), 20_000, new Span(500, 12_400), "")));
        assertThat(Heard.of(batch.submission(Batches.BAO), batch.scheme())).extracting(Heard::place)
                .containsExactly("on page 2 of d3.pdf");
        assertThat(Heard.of(batch.submission(Batches.ADA), batch.scheme())).isEmpty();
    }
}
