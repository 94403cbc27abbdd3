package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionJavaScript;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class IntakeTest {
    @TempDir
    private Path folder;

    private Pages examine(String name, byte[] bytes) throws IOException {
        Path file = folder.resolve(name);
        Files.write(file, bytes);
        return Intake.examine(file, folder.resolve("rendition.pdf"));
    }

    private byte[] pdf(String password) throws IOException {
        Path file = folder.resolve("made.pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            document.addPage(new PDPage());
            if (!password.isEmpty()) {
                document.protect(new StandardProtectionPolicy("owner", password, new AccessPermission()));
            }
            document.save(file.toFile());
        }
        return Files.readAllBytes(file);
    }

    @Test
    void recognisesAPdfByItsContent() throws IOException {
        assertThat(examine("workbook.txt", pdf(""))).isEqualTo(new Pages.Ready(2, ""));
    }

    @Test
    void aPictureBecomesAPageOfItsProportions() throws Exception {
        Path png = folder.resolve("p.png");
        ImageIO.write(new BufferedImage(400, 200, BufferedImage.TYPE_INT_RGB), "png", png.toFile());
        assertThat(examine("photo.jpg", Files.readAllBytes(png))).isEqualTo(new Pages.Ready(1, "rendition.pdf"));
        try (OpenDocument document = OpenDocument.open(folder.resolve("rendition.pdf"))) {
            assertThat(document.geometry(0).shownWidth() / document.geometry(0).shownHeight()).isBetween(1.99, 2.01);
        }
    }

    @Test
    void opensALockedPdfOnlyWithItsPassword() throws IOException {
        assertThat(((Pages.Locked) examine("locked.pdf", pdf("secret"))).reason().text())
                .contains("locked with a password");
        Path file = folder.resolve("locked.pdf");
        Path rendition = folder.resolve("rendition.pdf");
        assertThat(((Pages.Locked) Intake.unlock(file, rendition, "guess")).reason().text())
                .contains("not the password");
        Pages.Ready open = (Pages.Ready) Intake.unlock(file, rendition, "secret");
        assertThat(open.count()).isEqualTo(2);
        assertThat(open.rendition()).isEqualTo("rendition.pdf");
        try (PDDocument copy = Loader.loadPDF(rendition.toFile())) {
            assertThat(copy.isEncrypted()).isFalse();
        }
    }

    @Test
    void showsAPdfWithScriptsAndCopiesItPlainlyOnlyOnRequest() throws Exception {
        Path file = folder.resolve("script.pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            document.getDocumentCatalog().setOpenAction(new PDActionJavaScript("app.alert(1)"));
            document.save(file.toFile());
        }
        Pages.Ready ready = (Pages.Ready) Intake.examine(file, folder.resolve("rendition.pdf"));
        assertThat(ready.traits()).containsExactly(Pages.Trait.ACTIVE);
        assertThat(Message.text(ready.notes())).startsWith("It contains scripts");
        Path copy = folder.resolve("copy.pdf");
        MarkedPdf.write(file, file.resolveSibling("pictures"), List.of(),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "Marker", Instant.EPOCH), copy);
        assertThat(Files.mismatch(file, copy)).isEqualTo(-1);
        MarkedPdf.write(file, file.resolveSibling("pictures"), List.of(),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, true, "Marker", Instant.EPOCH), copy);
        try (PDDocument document = Loader.loadPDF(copy.toFile())) {
            assertThat(ActiveContent.isIn(document)).isFalse();
            assertThat(document.getNumberOfPages()).isEqualTo(1);
        }
    }

    @Test
    void acceptsFiveThousandPagesAndAPageOfTenMetresWithANote() throws IOException {
        Path file = folder.resolve("long.pdf");
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < 5000; i++) {
                document.addPage(new PDPage(i == 7 ? new PDRectangle(28346, 595) : PDRectangle.A4));
            }
            document.save(file.toFile());
        }
        Pages.Ready ready = (Pages.Ready) Intake.examine(file, folder.resolve("rendition.pdf"));
        assertThat(ready.count()).isEqualTo(5000);
        assertThat(Message.text(ready.notes())).contains("5000 pages").contains("10 metres");
    }

    @Test
    void reportsATruncatedPdf() throws IOException {
        byte[] whole = pdf("");
        assertThat(((Pages.None) examine("cut.pdf", Arrays.copyOf(whole, 60))).reason().text())
                .contains("Ask the student for it again");
    }

    @Test
    void showsTheReadablePartOfADamagedPdfAndSaysSo() throws IOException {
        byte[] whole = pdf("");
        String text = new String(whole, java.nio.charset.StandardCharsets.ISO_8859_1);
        Pages.Ready ready = (Pages.Ready) examine("cut.pdf", Arrays.copyOf(whole, text.indexOf("xref")));
        assertThat(ready.count()).isEqualTo(2);
        assertThat(Message.text(ready.notes())).startsWith("The file was cut off during transfer");
    }

    @Test
    void reportsAnEmptyFileAndAnUnknownFormat() throws IOException {
        assertThat(((Pages.None) examine("empty.pdf", new byte[0])).reason().text())
                .startsWith("The file is empty.");
        assertThat(((Pages.None) examine("film.mp4",
                new byte[]{0, 0, 0, 24, 'f', 't', 'y', 'p', 'i', 's', 'o', 'm', 0, 0})).reason().text())
                .isEqualTo(
                        "This is a video or sound, which cannot be converted to pages. Open it in another program; it can still be scored.");
        assertThat(
                ((Pages.None) examine("figure.txt",
                        "%!PS-Adobe-3.0\nshowpage\n".getBytes(java.nio.charset.StandardCharsets.US_ASCII)))
                        .reason()
                        .text())
                .startsWith("This is a PostScript file, which cannot be converted");
    }

    @Test
    void reportsABrokenPicture() throws Exception {
        Path png = folder.resolve("p.png");
        ImageIO.write(new BufferedImage(400, 200, BufferedImage.TYPE_INT_RGB), "png", png.toFile());
        assertThat(((Pages.None) examine("cut.png", Arrays.copyOf(Files.readAllBytes(png), 40))).reason().text())
                .startsWith("The picture is broken");
    }

    /** What the helper process reports arrives unchanged in this process. */
    @Test
    void transfersAResultUnchanged() throws Exception {
        for (Pages answer : List.of(
                new Pages.Ready(3, "d1.pdf",
                        List.of(Message.literal("A note."),
                                Message.of(Intake.class, "noPages", Message.of(Intake.class, "empty"))),
                        Set.of(Pages.Trait.CERTIFIED, Pages.Trait.ACTIVE)),
                new Pages.Ready(1, ""), new Pages.None(Message.literal("No.")),
                new Pages.Locked(Message.of(PdfIntake.class, "locked")))) {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            IntakeHelper.IntakeAnswer.write(answer, new DataOutputStream(bytes));
            assertThat(
                    IntakeHelper.IntakeAnswer.read(new DataInputStream(new ByteArrayInputStream(bytes.toByteArray()))))
                    .isEqualTo(answer);
        }
    }
}
