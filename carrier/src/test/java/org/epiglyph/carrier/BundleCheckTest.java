package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A bundle that was handed back is compared with the batch, however long ago it was made. */
class BundleCheckTest extends HandedBackFixture {
    @ParameterizedTest
    @EnumSource(Profile.Sheet.class)
    void aBundleIsReadBackAsItWasWrittenHoweverLongAgo(Profile.Sheet sheet) throws Exception {
        Profile profile = new Profile(MarkedPdf.Form.PRINTED_MARGIN, sheet);
        handedBack(profile);
        Path out = folder.resolve("out " + profile.form() + profile.sheet());
        assertThat(checked(profile, out).isSame()).isTrue();
        assertThat(checked(profile, out.resolve("handed-back.zip")).isSame()).as("the zip alone").isTrue();
        assertThat(checked(Profile.USUAL, out).lines()).singleElement()
                .satisfies(l -> assertThat(l.said()).extracting(Message::inWords)
                        .contains("K-1_work_marked.pdf says something else now."));
    }

    @Test
    void whatChangedIsRenamedOrMissingInABundleIsSaid() throws Exception {
        Map<String, byte[]> files = handedBack(new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.TEXT));
        Path loose = Files.createDirectories(folder.resolve("loose"));
        Files.write(loose.resolve("other name.pdf"), files.get("K-1_work_marked.pdf"));
        Files.writeString(loose.resolve("holiday.txt"), "nobody's");
        Files.writeString(loose.resolve("grade-sheet.csv"),
                new String(files.get("grade-sheet.csv"), StandardCharsets.UTF_8).replace(",7,", ",8,"));
        Profile profile = Profile.USUAL.withSheet(Profile.Sheet.TEXT);
        BundleCheck.Found found = checked(profile, loose);
        assertThat(found.lines().getFirst().said()).extracting(Message::inWords)
                .containsExactly(
                        "K-1_work_marked.pdf is called other name.pdf there.", "K-1_work_feedback.txt is missing.",
                        "The grade sheet has another score.");
        assertThat(found.notOurs()).containsExactly("holiday.txt");
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.RemoveMark(ADA, "n1"));
            workspace.edit(new Edit.Seal(ADA));
        }
        Files.move(loose.resolve("other name.pdf"), loose.resolve("K-1_work_marked.pdf"));
        assertThat(checked(profile, loose).lines().getFirst().said()).extracting(Message::inWords)
                .contains("K-1_work_marked.pdf says something else now.");
        assertThatThrownBy(() -> checked(profile, folder.resolve("nowhere"))).isInstanceOf(Problem.class);
    }
}
