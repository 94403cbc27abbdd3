package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OwnPictureTest {
    @TempDir
    private Path folder;

    private Path file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text);
    }

    @Test
    void rasterisesADrawingInItsProportions() throws Exception {
        OwnPicture star = OwnPicture.read(file("star.svg",
                "<svg xmlns='http://www.w3.org/2000/svg' width='40' height='20'><rect width='40' height='20' fill='#00f'/></svg>"));
        assertThat(star.aspect()).isCloseTo(2, within(0.01));
        BufferedImage drawn = ImageIO.read(new ByteArrayInputStream(star.png()));
        assertThat(drawn.getRGB(drawn.getWidth() / 2, drawn.getHeight() / 2) & 0xffffff).isEqualTo(0x0000ff);
        assertThat(star.name()).matches("[0-9a-f]{64}\\.png");
        star.storeIn(folder.resolve("kept"));
        star.storeIn(folder.resolve("kept"));
        assertThat(folder.resolve("kept").resolve(star.name())).hasBinaryContent(star.png());
    }

    /** A drawing must not read other files on the marker's machine, nor use the network. */
    @Test
    void aDrawingLoadsNothingExternal() throws Exception {
        BufferedImage secret = new BufferedImage(10, 10, BufferedImage.TYPE_INT_RGB);
        secret.setRGB(5, 5, 0xff0000);
        Path other = folder.resolve("secret.png");
        ImageIO.write(secret, "png", other.toFile());
        OwnPicture drawn = OwnPicture.read(file("outside.svg",
                "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' width='10' height='10'>"
                        + "<image width='10' height='10' xlink:href='" + other.toUri() + "'/></svg>"));
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(drawn.png()));
        for (int y = 0; y < image.getHeight(); y += 7) {
            for (int x = 0; x < image.getWidth(); x += 7) {
                assertThat(image.getRGB(x, y) >>> 24).as("nothing is drawn at %s, %s", x, y).isZero();
            }
        }
    }

    @Test
    void scalesALargePictureDown() throws Exception {
        Path large = folder.resolve("large.png");
        ImageIO.write(new BufferedImage(3000, 1500, BufferedImage.TYPE_INT_RGB), "png", large.toFile());
        BufferedImage kept = ImageIO.read(new ByteArrayInputStream(OwnPicture.read(large).png()));
        assertThat(kept.getWidth()).isEqualTo(640);
    }

    @Test
    void refusesWhatIsNoPicture() throws IOException {
        for (String name : new String[]{"words.png", "words.svg"}) {
            Path file = file(name, "no picture");
            assertThatThrownBy(() -> OwnPicture.read(file)).isInstanceOf(Problem.class)
                    .hasMessageContaining(name + " cannot be read as a picture. Choose an SVG, PNG or JPEG file.");
        }
    }
}
