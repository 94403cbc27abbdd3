package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;

/** What did not change is not built again, and what did is; distinguished by the copy's modification time. */
class OutputCacheTest extends HandedBackFixture {
    private static final String PDF = "K-1_work_marked.pdf";
    private static final String SHEET = "K-1_work_feedback.pdf";
    private int times;

    private Map<String, byte[]> handBack(Workspace workspace, MarkedPdf.Form form) throws Exception {
        Path out = folder.resolve("out " + ++times);
        Clock later = Clock.offset(CLOCK, Duration.ofHours(times));
        Report report = new HandingBack(workspace, later,
                new Choices("Marker", false, new Profile(form, Profile.Sheet.PDF), Map.of()))
                .toFolder(out, Progress.NONE);
        assertThat(report.isWhole()).isTrue();
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipFile zip = new ZipFile(out.resolve("handed-back.zip").toFile())) {
            for (ZipEntry entry : zip.stream().toList()) {
                files.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
            }
        }
        return files;
    }

    private static void change(Workspace workspace, Edit edit) {
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(edit);
        workspace.edit(new Edit.Seal(ADA));
    }

    @Test
    void copiesUnchangedOutputAndRebuildsTheRest() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Map<String, byte[]> first = handBack(workspace, MarkedPdf.Form.PRINTED_MARGIN);
            Map<String, byte[]> second = handBack(workspace, MarkedPdf.Form.PRINTED_MARGIN);
            assertThat(second.get(PDF)).as("the time of the first").isEqualTo(first.get(PDF));
            assertThat(second.get(SHEET)).isEqualTo(first.get(SHEET));

            change(workspace, new Edit.WriteOnTheWhole(ADA, "Another word."));
            Map<String, byte[]> words = handBack(workspace, MarkedPdf.Form.PRINTED_MARGIN);
            assertThat(words.get(PDF)).isEqualTo(first.get(PDF));
            assertThat(words.get(SHEET)).isNotEqualTo(first.get(SHEET));

            change(workspace, new Edit.PlaceMark(ADA,
                    new Note(head("n7", Remark.of("Why?")), new PagePoint(220, 500))));
            Map<String, byte[]> marked = handBack(workspace, MarkedPdf.Form.PRINTED_MARGIN);
            assertThat(marked.get(PDF)).isNotEqualTo(first.get(PDF));
            assertThat(handBack(workspace, MarkedPdf.Form.FLATTENED).get(PDF)).isNotEqualTo(marked.get(PDF));
        }
    }

    @Test
    void rebuildsLostOrTruncatedOutput() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            byte[] first = handBack(workspace, MarkedPdf.Form.ANNOTATIONS).get(PDF);
            Path kept = workspace.folder().outgoing().resolve("made").resolve("d1.pdf");
            assertThat(kept).hasBinaryContent(first);
            Files.delete(kept);
            byte[] second = handBack(workspace, MarkedPdf.Form.ANNOTATIONS).get(PDF);
            assertThat(second).as("made at another time").isNotEqualTo(first).hasSameSizeAs(first);
            Files.write(kept, new byte[]{1, 2, 3});
            assertThat(handBack(workspace, MarkedPdf.Form.ANNOTATIONS).get(PDF)).hasSameSizeAs(first);
            assertThat(kept).hasSize(first.length);
        }
    }

    @Test
    void rebuildsOutputThatAnotherProgramChanged() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            byte[] first = handBack(workspace, MarkedPdf.Form.ANNOTATIONS).get(PDF);
            Path kept = workspace.folder().outgoing().resolve("made").resolve("d1.pdf");
            byte[] written = first.clone();
            written[0] = 'X';
            Files.write(kept, written); // the same file on disk as the one in the handed-back folder
            Files.setLastModifiedTime(kept, FileTime.fromMillis(Files.getLastModifiedTime(kept).toMillis() + 10));
            assertThat(handBack(workspace, MarkedPdf.Form.ANNOTATIONS).get(PDF)).hasSameSizeAs(first)
                    .isNotEqualTo(written)
                    .startsWith('%', 'P', 'D', 'F');
        }
    }

    /** A proof is made while the class is handed back in another form. */
    @Test
    void concurrentCallersGetTheirOwnOutput() throws Exception {
        Path kept = folder.resolve("made/d1.pdf");
        try (ExecutorService hands = Executors.newFixedThreadPool(4)) {
            List<Future<?>> all = new ArrayList<>();
            for (int hand = 0; hand < 4; hand++) {
                String form = "form " + hand;
                Path target = folder.resolve("hand " + hand + "/d1.pdf");
                all.add(hands.submit(() -> {
                    for (int i = 0; i < 400; i++) {
                        String value = OutputCache.get(kept, form, target, () -> written(target, form));
                        assertThat(value).isEqualTo(form);
                        assertThat(target).hasContent(form);
                        Files.delete(target);
                    }
                    return null;
                }));
            }
            for (Future<?> one : all) {
                one.get();
            }
        }
    }

    private static String written(Path target, String form) throws Problem {
        try {
            Files.createDirectories(target.getParent());
            Files.writeString(target, form);
            return form;
        } catch (IOException e) {
            throw new Problem("It cannot be written.", e);
        }
    }

    @Test
    void aCachedCopyTakesNoExtraDiskSpace() throws Exception {
        Path cached = folder.resolve("made").resolve("d1.pdf");
        Path first = folder.resolve("one").resolve("a.pdf");
        Path second = folder.resolve("two").resolve("a.pdf");
        String value = OutputCache.get(cached, "key", first, () -> written(first, "made " + ++times));
        assertThat(OutputCache.get(cached, "key", second, () -> written(second, "made " + ++times))).isSameAs(value);
        assertThat(second).hasContent("made 1").isRegularFile();
        assertThat(Files.getAttribute(second, "unix:ino")).isEqualTo(Files.getAttribute(cached, "unix:ino"))
                .isEqualTo(Files.getAttribute(first, "unix:ino"));
        assertThat(times).isEqualTo(1);
    }
}
