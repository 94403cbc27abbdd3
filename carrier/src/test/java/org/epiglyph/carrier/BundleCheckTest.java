package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A written bundle is compared with the batch, however long ago it was made. */
class BundleCheckTest extends HandedBackFixture {
    @ParameterizedTest
    @EnumSource(Profile.Sheet.class)
    void readsABundleBackAtAnyLaterTime(Profile.Sheet sheet) throws Exception {
        Profile profile = new Profile(MarkedPdf.Form.PRINTED_MARGIN, sheet);
        handedBack(profile);
        Path out = folder.resolve("out " + profile.form() + profile.sheet());
        assertThat(checked(profile, out).isSame()).isTrue();
        assertThat(checked(profile, out.resolve("handed-back.zip")).isSame()).as("the zip alone").isTrue();
        assertThat(checked(Profile.USUAL, out).lines()).singleElement()
                .satisfies(l -> assertThat(l.differences()).extracting(Message::text)
                        .contains("K-1_work_marked.pdf has other content now."));
    }

    @Test
    void reportsChangedRenamedAndMissingFiles() throws Exception {
        Map<String, byte[]> files = handedBack(new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.TEXT));
        Path loose = Files.createDirectories(folder.resolve("loose"));
        Files.write(loose.resolve("other name.pdf"), files.get("K-1_work_marked.pdf"));
        Files.writeString(loose.resolve("holiday.txt"), "nobody's");
        Files.writeString(loose.resolve("grade-sheet.csv"),
                new String(files.get("grade-sheet.csv"), StandardCharsets.UTF_8).replace(",7,", ",8,"));
        Profile profile = Profile.USUAL.withSheet(Profile.Sheet.TEXT);
        BundleCheck.Found found = checked(profile, loose);
        assertThat(found.lines().getFirst().differences()).extracting(Message::text)
                .containsExactly(
                        "K-1_work_marked.pdf is named other name.pdf there.", "K-1_work_feedback.txt is missing.",
                        "The score in the grade sheet differs.");
        assertThat(found.notOurs()).containsExactly("holiday.txt");
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.RemoveMark(ADA, "n1"));
            workspace.edit(new Edit.Seal(ADA));
        }
        Files.move(loose.resolve("other name.pdf"), loose.resolve("K-1_work_marked.pdf"));
        assertThat(checked(profile, loose).lines().getFirst().differences()).extracting(Message::text)
                .contains("K-1_work_marked.pdf has other content now.");
        assertThatThrownBy(() -> checked(profile, folder.resolve("nowhere"))).isInstanceOf(Problem.class);
    }

    private static String words(BundleCheck.Found found) {
        return Message.text(found.lines().getFirst().differences());
    }

    @Test
    void comparesTheNewestSheetRowByRow() throws Exception {
        Map<String, byte[]> files = handedBack(Profile.USUAL);
        Path loose = Files.createDirectories(folder.resolve("loose"));
        Files.write(loose.resolve("K-1_work_marked.pdf"), files.get("K-1_work_marked.pdf"));
        String sheet = new String(files.get("grade-sheet.csv"), StandardCharsets.UTF_8);
        Files.writeString(loose.resolve("grade-sheet.csv"), "key,score\nK-1,1\n");
        Files.writeString(loose.resolve("grade-sheet-2.csv"), sheet);
        assertThat(checked(Profile.USUAL, loose).isSame()).isTrue();
        Files.writeString(loose.resolve("grade-sheet-2.csv"), sheet.replace("K-1", "K-9"));
        assertThat(words(checked(Profile.USUAL, loose))).isEqualTo("The grade sheet has no row for K-1.");
        Files.writeString(loose.resolve("grade-sheet-2.csv"), "key,score\nK-1,8\n");
        assertThat(words(checked(Profile.USUAL, loose))).as("a sheet of another form is read by its headings")
                .contains("The score in the grade sheet differs.");
        Files.writeString(loose.resolve("grade-sheet-2.csv"), "\u0000\u0001");
        assertThatThrownBy(() -> checked(Profile.USUAL, loose)).isInstanceOf(Problem.class);
    }

    @Test
    void ignoresFoldersInAZipAndReportsWhichStudentIsChecked() throws Exception {
        Map<String, byte[]> files = handedBack(Profile.USUAL);
        Path zip = folder.resolve("bundle.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            out.putNextEntry(new ZipEntry("class/"));
            out.putNextEntry(new ZipEntry("class/K-1 Ada Example/K-1_work_marked.pdf"));
            out.write(files.get("K-1_work_marked.pdf"));
        }
        List<String> said = new ArrayList<>();
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            BundleCheck.Found found = BundleCheck.of(workspace,
                    new Choices("Marker", false, Profile.USUAL, Map.of()), zip,
                    (what, done, all) -> said.add(what + " " + done + "/" + all));
            assertThat(found.isSame()).as("somebody packed the students' folders").isTrue();
        }
        assertThat(said).containsExactly("Ada Example 0/1");
    }

    @Test
    void reportsBrokenPdfsAndDocumentsThatCannotBeBuilt() throws Exception {
        Map<String, byte[]> files = handedBack(Profile.USUAL.withXfdf(true));
        Path loose = Files.createDirectories(folder.resolve("loose"));
        Files.writeString(loose.resolve("K-1_work_marked.pdf"), "no more");
        Files.writeString(loose.resolve("K-1_work_marked.xfdf"), "<xfdf/>");
        assertThat(words(checked(Profile.USUAL.withXfdf(true), loose)))
                .contains("K-1_work_marked.pdf has other content now.",
                        "K-1_work_marked.xfdf has other content now.");
        String later = new String(files.get("K-1_work_marked.xfdf"), StandardCharsets.UTF_8).replace("2026", "2025");
        Files.writeString(loose.resolve("K-1_work_marked.xfdf"), later);
        Files.write(loose.resolve("K-1_work_marked.pdf"), files.get("K-1_work_marked.pdf"));
        assertThat(checked(Profile.USUAL.withXfdf(true), loose).isSame()).as("the same at another time").isTrue();
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.WritePrivately(ADA, "Units, please, and do not forget."));
            workspace.edit(new Edit.WriteOnTheWhole(ADA, "Units please and do not forget!"));
            workspace.edit(new Edit.Seal(ADA));
        }
        BundleCheck.Found stopped = checked(new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.TEXT), loose);
        assertThat(stopped.isSame()).isFalse();
        assertThat(words(stopped)).contains("units please and do not forget");
    }

    @Test
    void comparesTheNewestHandBackInAFolder() throws Exception {
        Profile profile = Profile.USUAL.withLayout(Profile.Layout.BOTH);
        Path out = folder.resolve("several");
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            HandingBack handingBack = new HandingBack(workspace, CLOCK,
                    new Choices("Marker", false, profile, Map.of()));
            for (int number = 1; number <= 11; number++) {
                workspace.edit(new Edit.OpenAgain(ADA));
                workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.valueOf(number - 1))));
                workspace.edit(new Edit.WriteOnTheWhole(ADA, "State " + number));
                workspace.edit(new Edit.Seal(ADA));
                assertThat(handingBack.toFolder(out, Progress.NONE).isWhole()).isTrue();
            }
        }
        assertThat(out.resolve("grade-sheet-11.csv")).exists();
        assertThat(checked(profile, out).isSame()).isTrue();
        Files.writeString(out.resolve("grade-sheet-11.csv"),
                Files.readString(out.resolve("grade-sheet-11.csv")).replace(",10,", ",9,"));
        assertThat(words(checked(profile, out))).isEqualTo("The score in the grade sheet differs.");
        assertThat(checked(profile, out).isSame()).isFalse();
    }

    @Test
    void anArchiveAmongAStudentsFilesIsNoBundle() throws Exception {
        Path model = folder.resolve("model answer.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(model))) {
            out.putNextEntry(new ZipEntry("answer.txt"));
        }
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Enclosing.run(workspace, model, List.of(ADA));
        }
        Profile profile = Profile.USUAL.withLayout(Profile.Layout.BOTH);
        assertThat(handedBack(profile)).containsKey("model answer.zip");
        BundleCheck.Found found = checked(profile, folder.resolve("out " + profile.form() + profile.sheet()));
        assertThat(found.notOurs()).isEmpty();
        assertThat(found.isSame()).isTrue();
    }

    private BundleCheck.Found checked(Path zip, BundleCheck.Most most) throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            return BundleCheck.of(workspace, new Choices("Marker", false, Profile.USUAL, Map.of()), zip, most,
                    Progress.NONE);
        }
    }

    @Test
    void refusesAnArchiveThatUnpacksToTooMuch() throws Exception {
        Map<String, byte[]> files = handedBack(Profile.USUAL);
        byte[] marked = files.get("K-1_work_marked.pdf");
        Path zip = folder.resolve("bundle.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            out.putNextEntry(new ZipEntry("K-1_work_marked.pdf"));
            out.write(marked);
            out.putNextEntry(new ZipEntry("more.txt"));
            out.write(new byte[200_000]);
        }
        int bytes = marked.length + 200_000;
        assertThat(checked(zip, new BundleCheck.Most(2, bytes)).notOurs()).containsExactly("more.txt");
        for (BundleCheck.Most less : List.of(new BundleCheck.Most(1, bytes), new BundleCheck.Most(2, bytes - 1),
                new BundleCheck.Most(2, 1))) {
            assertThatThrownBy(() -> checked(zip, less)).isInstanceOf(Problem.class)
                    .hasMessageStartingWith("bundle.zip unpacks to more than a bundle may hold.");
        }
    }

    @Test
    void readsAReceivedSheetInItsOwnFormat() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Files.writeString(workspace.folder().gradeSheet("csv"), "key;Points\nK-1;\nK-2;\n");
        }
        Map<String, byte[]> files = handedBack(Profile.USUAL);
        assertThat(new String(files.get("grade-sheet.csv"), StandardCharsets.UTF_8))
                .isEqualTo("key;Points\nK-1;7\nK-2;\n");
        Path out = folder.resolve("out " + Profile.USUAL.form() + Profile.USUAL.sheet());
        assertThat(checked(Profile.USUAL, out).isSame()).isTrue();
        Files.writeString(out.resolve("grade-sheet.csv"), "key;Points\nK-1;8\nK-2;\n");
        assertThat(words(checked(Profile.USUAL, out))).isEqualTo("The Points in the grade sheet differs.");
        Files.writeString(out.resolve("grade-sheet.csv"), "Remarks;key;Points\n;K-1;7\n");
        assertThat(checked(Profile.USUAL, out).isSame()).as("of another form, read by its headings").isTrue();
    }
}
