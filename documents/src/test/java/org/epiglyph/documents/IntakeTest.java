package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
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
    void aPdfIsKnownByItsContentWhateverItsName() throws IOException {
        assertThat(examine("workbook.txt", pdf(""))).isEqualTo(new Pages.Ready(2, ""));
    }

    @Test
    void aPictureBecomesAPageOfItsOwnShape() throws Exception {
        Path png = folder.resolve("p.png");
        ImageIO.write(new BufferedImage(400, 200, BufferedImage.TYPE_INT_RGB), "png", png.toFile());
        assertThat(examine("photo.jpg", Files.readAllBytes(png))).isEqualTo(new Pages.Ready(1, "rendition.pdf"));
        try (OpenDocument document = OpenDocument.open(folder.resolve("rendition.pdf"))) {
            assertThat(document.geometry(0).shownWidth() / document.geometry(0).shownHeight()).isBetween(1.99, 2.01);
        }
    }

    @Test
    void aLockedPdfSaysSo() throws IOException {
        assertThat(((Pages.None) examine("locked.pdf", pdf("secret"))).reason()).contains("locked with a password");
    }

    @Test
    void aTruncatedPdfSaysSo() throws IOException {
        byte[] whole = pdf("");
        assertThat(((Pages.None) examine("cut.pdf", Arrays.copyOf(whole, 60))).reason())
                .contains("Ask the student for it again");
    }

    @Test
    void anEmptyFileAndAnUnknownKindSaySo() throws IOException {
        assertThat(((Pages.None) examine("empty.pdf", new byte[0])).reason()).startsWith("The file is empty.");
        assertThat(((Pages.None) examine("notes.xyz", "plain words".getBytes())).reason())
                .startsWith("This kind of file");
    }

    @Test
    void aBrokenPictureSaysSo() throws Exception {
        Path png = folder.resolve("p.png");
        ImageIO.write(new BufferedImage(400, 200, BufferedImage.TYPE_INT_RGB), "png", png.toFile());
        assertThat(((Pages.None) examine("cut.png", Arrays.copyOf(Files.readAllBytes(png), 40))).reason())
                .startsWith("The picture is broken");
    }
}
