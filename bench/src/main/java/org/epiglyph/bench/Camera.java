package org.epiglyph.bench;

import java.awt.image.BufferedImage;
import java.nio.file.Path;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javax.imageio.ImageIO;

/** Takes pictures of a scene when nothing moves any more, and runs actions on the interface thread. */
final class Camera {
    /** Prefix of pictures that are looked at once and not committed; taken if the property epiglyph.shots is set. */
    private static final String ONCE = "x-";
    private final Path target;
    private Scene scene;

    /** @param target the folder for the pictures */
    Camera(Path target) {
        this.target = target;
    }

    void on(Scene other) {
        scene = other;
    }

    Scene scene() {
        return scene;
    }

    void fire(String button) throws Exception {
        onInterface(() -> {
            ((Button) scene.lookup(button)).fire();
            return null;
        });
    }

    /** Takes the picture when nothing has changed on the screen for a while. */
    void picture(String name) throws Exception {
        BufferedImage before = null;
        for (int i = 0; i < 60; i++) {
            TimeUnit.MILLISECONDS.sleep(250);
            BufferedImage now = snapshot();
            if (before != null && same(before, now)) {
                break;
            }
            before = now;
        }
        if (name.startsWith(ONCE) && System.getProperty("epiglyph.shots") == null) {
            return;
        }
        ImageIO.write(before, "png", target.resolve(name + ".png").toFile());
        System.out.println(target.resolve(name + ".png"));
    }

    private BufferedImage snapshot() throws Exception {
        return onInterface(() -> {
            WritableImage image = scene.snapshot(null);
            BufferedImage copy = new BufferedImage((int) image.getWidth(), (int) image.getHeight(),
                    BufferedImage.TYPE_INT_RGB);
            PixelReader pixels = image.getPixelReader();
            for (int y = 0; y < copy.getHeight(); y++) {
                for (int x = 0; x < copy.getWidth(); x++) {
                    copy.setRGB(x, y, pixels.getArgb(x, y));
                }
            }
            return copy;
        });
    }

    private static boolean same(BufferedImage a, BufferedImage b) {
        return java.util.Arrays.equals(a.getRGB(0, 0, a.getWidth(), a.getHeight(), null, 0, a.getWidth()),
                b.getRGB(0, 0, b.getWidth(), b.getHeight(), null, 0, b.getWidth()));
    }

    static void waitFor(BooleanSupplier condition) throws Exception {
        for (int i = 0; i < 300; i++) {
            if (onInterface(condition::getAsBoolean)) {
                return;
            }
            TimeUnit.MILLISECONDS.sleep(100);
        }
        throw new IllegalStateException("Waited in vain");
    }

    static <T> T onInterface(java.util.concurrent.Callable<T> work) throws Exception {
        CompletableFuture<T> done = new CompletableFuture<>();
        Platform.runLater(() -> {
            try {
                done.complete(work.call());
            } catch (Exception e) {
                done.completeExceptionally(e);
            }
        });
        return done.get(60, TimeUnit.SECONDS);
    }

    static void act(Runnable work) throws Exception {
        onInterface(() -> {
            work.run();
            return null;
        });
    }
}
