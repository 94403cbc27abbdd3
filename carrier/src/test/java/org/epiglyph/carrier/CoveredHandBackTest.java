package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.feedback.ClassReport;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;

/**
 * What is handed back while names are covered equals what would be handed back otherwise, and nothing in between
 * reveals a name.
 */
class CoveredHandBackTest extends HandedBackFixture {
    private static final Profile TEXT = new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.TEXT);

    private void cover() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(Covers.everybody(workspace.batch(), new Random(3)));
        }
    }

    @Test
    void uncoversNamesWhenHandingBack() throws Exception {
        Map<String, byte[]> before = handedBack(new Profile(MarkedPdf.Form.FLATTENED, Profile.Sheet.TEXT));
        cover();
        Map<String, byte[]> covered = handedBack(TEXT);
        assertThat(covered.keySet()).isEqualTo(before.keySet()).anyMatch(n -> n.contains("K-1"));
        assertThat(covered.get("grade-sheet.csv")).isEqualTo(before.get("grade-sheet.csv"));
        assertThat(new String(covered.get("K-1_work_feedback.txt"), StandardCharsets.UTF_8)).contains("Ada Example")
                .doesNotContain("Script 1");
        BundleCheck.Found found = checked(TEXT, folder.resolve("out " + TEXT.form() + TEXT.sheet()));
        assertThat(found.lines()).allSatisfy(l -> assertThat(l.differences()).isEmpty());
    }

    @Test
    void handsBackTheSameWhetherOrNotNamesAreCovered() throws Exception {
        handedBack(TEXT);
        cover();
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(HandingBack.receipted(workspace.batch(), ADA, new Choices("Marker", false, TEXT, Map.of())))
                    .hasSize(1);
            assertThat(workspace.batch().submission(ADA).handedBack()).isTrue();
        }
    }

    @Test
    void progressAndReasonsContainNoNames() throws Exception {
        cover();
        List<String> said = new ArrayList<>();
        Path out = folder.resolve("told");
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Report report = new HandingBack(workspace, CLOCK, new Choices("Marker", false, TEXT, Map.of()))
                    .toFolder(out, (what, _, _) -> said.add(what));
            assertThat(report.isWhole()).isTrue();
            assertThat(said).isNotEmpty().noneMatch(s -> s.contains("Ada") || s.contains("K-1"));
            Batch covered = workspace.batch();
            assertThat(ClassReport.of(covered).toString()).doesNotContain("Ada", "Example", "K-1");
        }
    }
}
