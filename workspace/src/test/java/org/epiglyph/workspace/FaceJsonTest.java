package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.math.BigDecimal;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

/** Every stamp face is stored in the history as chosen. */
class FaceJsonTest {
    private static Edit edit(Face face) {
        return new Edit.PlaceMark(Examples.ADA, new Stamp(
                new Head("m1", new PageRef("d1", 0), Ink.MADDER, 0, Remark.NONE), face, new PagePoint(9, 9), 20, 0));
    }

    private static void isWritten(Face face, String as) throws Exception {
        String json = BatchJson.write(edit(face));
        assertThat(json).contains("\"sign\":" + as);
        assertThat(BatchJson.read(json, Edit.class)).isEqualTo(edit(face));
    }

    @Test
    void readsEachKindBack() throws Exception {
        isWritten(Sign.TICK, "\"TICK\"");
        isWritten(new Face.Text("well argued", 2.5), "{\"words\":\"well argued\",\"aspect\":2.5}");
        isWritten(new Face.Score(new BigDecimal("1.50"), 0.75), "{\"score\":\"1.50\",\"aspect\":0.75}");
        String name = "a".repeat(64) + ".png";
        isWritten(new Face.Picture(name, 1.25), "{\"picture\":\"" + name + "\",\"aspect\":1.25}");
    }

    @Test
    void refusesAFaceOfAnotherVersion() throws Exception {
        String json = BatchJson.write(edit(new Face.Text("ok", 2)));
        assertThatThrownBy(() -> BatchJson.read(json.replace("\"words\"", "\"smell\""), Edit.class))
                .isInstanceOf(JsonProcessingException.class);
        assertThat(BatchJson.read(json.replace(",\"aspect\":2.0", ""), Edit.class))
                .as("as broad as high, where nothing says more")
                .isEqualTo(edit(new Face.Text("ok", 1)));
    }
}
