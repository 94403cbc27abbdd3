package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Highlight;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** The lines of a batch's history as they lie on disks: they may be added to, never changed, or old batches could not be opened. */
class BatchJsonTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final Head HEAD = new Head("m1", new PageRef("d1", 2), Ink.OCHRE, 90,
            new Remark("Why “this”?", Audience.PRIVATE, "p1"));
    private static final String HEAD_LINE = "\"head\":{\"id\":\"m1\",\"page\":{\"document\":\"d1\",\"index\":2},\"ink\":\"OCHRE\",\"turn\":90,"
            + "\"remark\":{\"words\":\"Why “this”?\",\"audience\":\"PRIVATE\",\"phrase\":\"p1\"}}";

    static Stream<Arguments> lines() {
        return Stream.of(
                line(new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("7.50"))),
                        "{\"kind\":\"score\",\"student\":\"K-1\",\"criterion\":\"c1\",\"score\":7.50}"),
                line(new Edit.SetScore(ADA, "c1", Optional.empty()),
                        "{\"kind\":\"score\",\"student\":\"K-1\",\"criterion\":\"c1\",\"score\":null}"),
                line(new Edit.WriteOnTheWhole(ADA, "Good.\nΩ"),
                        "{\"kind\":\"on-the-whole\",\"student\":\"K-1\",\"words\":\"Good.\\nΩ\"}"),
                line(new Edit.WritePrivately(ADA, "hm"),
                        "{\"kind\":\"privately\",\"student\":\"K-1\",\"words\":\"hm\"}"),
                line(new Edit.Seal(ADA), "{\"kind\":\"seal\",\"student\":\"K-1\"}"),
                line(new Edit.OpenAgain(ADA), "{\"kind\":\"open-again\",\"student\":\"K-1\"}"),
                line(new Edit.SeePage(ADA, new PageRef("d1", 0)),
                        "{\"kind\":\"see-page\",\"student\":\"K-1\",\"page\":{\"document\":\"d1\",\"index\":0}}"),
                line(new Edit.RemoveMark(ADA, "m1"), "{\"kind\":\"remove-mark\",\"student\":\"K-1\",\"mark\":\"m1\"}"),
                line(new Edit.RecordReceipt(ADA,
                        Optional.of(new Receipt("R-1", Instant.parse("2026-03-20T20:00:00Z"), "abc", "\"v1\""))),
                        "{\"kind\":\"receipt\",\"student\":\"K-1\",\"receipt\":{\"id\":\"R-1\",\"at\":\"2026-03-20T20:00:00Z\",\"digest\":\"abc\",\"tag\":\"\\\"v1\\\"\"}}"),
                line(new Edit.KeepPhrase(new Phrase("p1", "un", "Units!", "c1", Optional.of(new BigDecimal("-0.5")))),
                        "{\"kind\":\"keep-phrase\",\"phrase\":{\"id\":\"p1\",\"code\":\"un\",\"words\":\"Units!\",\"criterion\":\"c1\",\"effect\":-0.5}}"),
                line(new Edit.Together(List.of(new Edit.RemovePhrase("p1"), new Edit.Seal(ADA))),
                        "{\"kind\":\"together\",\"edits\":[{\"kind\":\"remove-phrase\",\"phrase\":\"p1\"},{\"kind\":\"seal\",\"student\":\"K-1\"}]}"),
                line(new Edit.PlaceMark(ADA, new Note(HEAD, new PagePoint(1.5, 2)), 3),
                        "{\"kind\":\"place-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"note\"," + HEAD_LINE
                                + ",\"at\":[1.5,2.0]},\"position\":3}"),
                line(new Edit.ChangeMark(ADA, new Highlight(HEAD, List.of(new PageBox(1, 2, 3, 4)), "range")),
                        "{\"kind\":\"change-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"highlight\"," + HEAD_LINE
                                + ",\"boxes\":[[1.0,2.0,3.0,4.0]],\"text\":\"range\"}}"),
                line(new Edit.ChangeMark(ADA, new Stamp(HEAD, Sign.CARRIED_FORWARD, new PagePoint(1, 2), 20)),
                        "{\"kind\":\"change-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"stamp\"," + HEAD_LINE
                                + ",\"sign\":\"CARRIED_FORWARD\",\"at\":[1.0,2.0],\"size\":20.0}}"),
                line(new Edit.ChangeMark(ADA, new TypedText(HEAD, new PagePoint(1, 2), "See", 12, 30)),
                        "{\"kind\":\"change-mark\",\"student\":\"K-1\",\"mark\":{\"kind\":\"text\"," + HEAD_LINE
                                + ",\"at\":[1.0,2.0],\"text\":\"See\",\"size\":12.0,\"width\":30.0}}"));
    }

    private static Arguments line(Edit edit, String json) {
        return Arguments.of(edit, json);
    }

    @ParameterizedTest
    @MethodSource("lines")
    void anEditIsWrittenAsItAlwaysWas(Edit edit, String json) {
        assertThat(BatchJson.write(edit)).isEqualTo(json);
    }

    @ParameterizedTest
    @MethodSource("lines")
    void anOldLineIsReadAsTheSameEdit(Edit edit, String json) throws JsonProcessingException {
        assertThat(BatchJson.read(json, Edit.class)).isEqualTo(edit);
    }

    @Test
    void aStrokeComesBackCurveByCurve() throws JsonProcessingException {
        Edit edit = new Edit.PlaceMark(ADA, Examples.stroke("m9"));
        String json = BatchJson.write(edit);
        assertThat(json).contains("\"kind\":\"stroke\"", "\"start\":[1.0,1.0]", "\"nib\":\"FINE\"");
        assertThat(BatchJson.read(json, Edit.class)).isEqualTo(edit);
    }

    @Test
    void aLineOfAKindThatIsNotKnownIsNotGuessed() {
        assertThatThrownBy(() -> BatchJson.read("{\"kind\":\"something-new\",\"student\":\"K-1\"}", Edit.class))
                .isInstanceOf(JsonProcessingException.class);
        assertThatThrownBy(() -> BatchJson.read("{\"kind\":\"score\"", Edit.class))
                .isInstanceOf(JsonProcessingException.class);
    }
}
