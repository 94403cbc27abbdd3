package org.epiglyph.bench;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.concurrent.Worker;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextInputControl;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.web.WebView;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.demo.MixedClass;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.collect.Collect;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.desk.DeskModel;
import org.epiglyph.exchange.record.HttpRecordClient;
import org.epiglyph.exchange.sheet.PhraseTable;
import org.epiglyph.exchange.sheet.SchemeTable;
import org.epiglyph.recordoffice.RecordOffice;
import org.epiglyph.workspace.Workspace;

/** Makes a picture of each main view from the demo's data. */
public final class Shots {
    private final Path target;
    private Scene scene;

    private Shots(Path target) {
        this.target = target;
    }

    /** @param arguments the folder for the pictures */
    public static void main(String[] arguments) throws Exception {
        Path world = Files.createDirectories(Path.of(System.getProperty("java.io.tmpdir"), "Kestrel Point"));
        try {
            new Shots(Path.of(arguments[0])).make(world);
        } catch (Exception e) {
            e.printStackTrace();
            Runtime.getRuntime().halt(1); // the toolkit's threads would keep the program alive
        } finally {
            try (Stream<Path> all = Files.walk(world)) {
                all.sorted(java.util.Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
            }
        }
        System.exit(0);
    }

    private void make(Path world) throws Exception {
        Files.createDirectories(target);
        Path shelf = world.resolve("shelf");
        DemoWorld.make(world.resolve("office"), shelf);
        CountDownLatch up = new CountDownLatch(1);
        Platform.startup(up::countDown);
        up.await();
        try (RecordOffice office = RecordOffice.start(world.resolve("office"), 0, Clock.systemUTC())) {
            String token = Files.readString(world.resolve("office").resolve("token"));
            Program program = onInterface(
                    () -> new Program(new Program.Start(shelf, world.resolve("settings"), office.address(), token),
                            Clock.systemDefaultZone()));
            onInterface(() -> {
                Stage stage = new Stage();
                scene = EpiglyphApplication.scene(program);
                stage.setScene(scene);
                program.toShelf();
                stage.show();
                return null;
            });
            Path mail = world.resolve("by mail");
            MixedClass.make(mail, Integer.getInteger("epiglyph.students", 26));
            collectPictures(program, mail);
            if (Boolean.getBoolean("epiglyph.collectOnly")) {
                return;
            }
            Path batch = collect(office.address(), token, shelf);
            mark(batch);
            desk(program, batch);
            handBack(program, batch);
            shelfPicture(program);
            record(office);
            onInterface(() -> {
                program.close();
                return null;
            });
        }
    }

    /** The class that came by mail: source, what was understood, what is open, a rule by hand, the sheet's columns, done. */
    private void collectPictures(Program program, Path mail) throws Exception {
        fire("#collect");
        onInterface(() -> {
            ((Collect) program.frame().place()).take(java.util.List.of(mail));
            return null;
        });
        picture("collect-source");
        fire("#read-files");
        waitFor(() -> scene.lookup("#make-batch") != null);
        picture("collect");
        fire("#change-rule");
        picture("collect-rule");
        fire("#cancel");
        fire("#change-sheet");
        picture("collect-sheet");
        fire("#cancel");
        fire("#accept-likely");
        fire("#set-aside-rest");
        fire("#make-batch");
        waitFor(() -> scene.lookup("#to-desk") != null);
        picture("collect-done");
        fire("#to-desk");
        waitFor(() -> program.frame().place() instanceof Desk);
        desk(program, 17, "desk-source-code");
        desk(program, 15, "desk-locked");
        if (Boolean.getBoolean("epiglyph.collectOnly")) {
            for (int student : new int[]{2, 6, 8, 16, 20, 24}) {
                desk(program, student, "desk-" + student);
            }
            picture("desk-last");
            onInterface(() -> scene.getRoot().getStyleClass().add("night"));
            picture("desk-last-night");
        }
        onInterface(() -> {
            program.toShelf();
            return null;
        });
    }

    private void desk(Program program, int student, String name) throws Exception {
        onInterface(() -> {
            DeskModel model = ((Desk) program.frame().place()).model();
            model.open(model.students().get(student));
            return null;
        });
        waitFor(() -> ((Desk) program.frame().place()).model()
                .submission()
                .documents()
                .stream()
                .noneMatch(d -> d.pages() instanceof Pages.Awaited));
        picture(name);
    }

    private static Path collect(String address, String token, Path shelf) throws Exception {
        try (CollectPlan plan = Planning.fromRecord(HttpRecordClient.at(address, token), DemoWorld.TASK,
                Optional.empty(), Progress.NONE)) {
            Path scheme = shelf.resolve("mark schemes").resolve("Tidal heights workbook.csv");
            Path phrases = shelf.resolve("phrasebooks").resolve("Tides and Passage Planning.csv");
            MarkScheme marks = SchemeTable.read(Files.readAllBytes(scheme), "scheme");
            Phrasebook phrasebook = PhraseTable.read(Files.readAllBytes(phrases), "phrases", marks);
            Path batch = shelf.resolve("Tidal heights workbook");
            Collecting.carryOut(plan, marks, phrasebook, batch, Progress.NONE);
            return batch;
        }
    }

    private static void mark(Path batch) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            PageMaking.all(workspace, Progress.NONE);
            new DemoMarking(workspace).evening(11, 3);
        }
    }

    private void desk(Program program, Path batch) throws Exception {
        onInterface(() -> {
            program.toDesk(batch);
            return null;
        });
        waitFor(() -> program.frame().place() instanceof Desk);
        onInterface(() -> {
            DeskModel model = ((Desk) program.frame().place()).model();
            model.open(model.students().get(15));
            model.criterionProperty().set("c3");
            return null;
        });
        picture("desk");
        onInterface(() -> {
            DeskModel model = ((Desk) program.frame().place()).model();
            model.write(model.submission().marks().getLast().id());
            return null;
        });
        waitFor(() -> scene.lookup("#remark") != null && scene.lookup("#remark").isFocused());
        onInterface(() -> {
            ((TextInputControl) scene.lookup("#remark")).setText("/cl");
            return null;
        });
        picture("desk-phrases");
        onInterface(() -> {
            DeskModel model = ((Desk) program.frame().place()).model();
            model.open(model.students().get(4));
            return null;
        });
        picture("desk-scan");
        onInterface(() -> scene.getRoot().getStyleClass().add("night"));
        picture("desk-night");
        onInterface(() -> scene.getRoot().getStyleClass().remove("night"));
    }

    private void handBack(Program program, Path batch) throws Exception {
        onInterface(() -> {
            program.toHandBack(batch);
            return null;
        });
        waitFor(() -> scene.lookup("#visible") != null);
        onInterface(() -> {
            ((RadioButton) scene.lookup("#visible")).setSelected(true);
            return null;
        });
        fire("#hand-back-send");
        waitFor(() -> scene.lookup("#hand-back-said") != null && scene.lookup("#hand-back-said").isVisible());
        picture("hand-back");
    }

    private void shelfPicture(Program program) throws Exception {
        onInterface(() -> {
            program.toShelf();
            return null;
        });
        picture("shelf");
    }

    private void record(RecordOffice office) throws Exception {
        CountDownLatch loaded = new CountDownLatch(1);
        onInterface(() -> {
            WebView page = new WebView();
            page.getEngine().getLoadWorker().stateProperty().addListener((_, _, state) -> {
                if (state == Worker.State.SUCCEEDED) {
                    loaded.countDown();
                }
            });
            Stage stage = new Stage();
            scene = new Scene(page, 1280, 800);
            stage.setScene(scene);
            stage.show();
            page.getEngine().load(office.address() + "/students/K-4401");
            return null;
        });
        if (!loaded.await(30, TimeUnit.SECONDS)) {
            throw new IllegalStateException("The record page did not load");
        }
        picture("student-record");
    }

    private void fire(String button) throws Exception {
        onInterface(() -> {
            ((Button) scene.lookup(button)).fire();
            return null;
        });
    }

    /** Takes the picture when nothing has changed on the screen for a while. */
    private void picture(String name) throws Exception {
        BufferedImage before = null;
        for (int i = 0; i < 60; i++) {
            TimeUnit.MILLISECONDS.sleep(250);
            BufferedImage now = snapshot();
            if (before != null && same(before, now)) {
                break;
            }
            before = now;
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

    private static void waitFor(BooleanSupplier condition) throws Exception {
        for (int i = 0; i < 300; i++) {
            if (onInterface(condition::getAsBoolean)) {
                return;
            }
            TimeUnit.MILLISECONDS.sleep(100);
        }
        throw new IllegalStateException("Waited in vain");
    }

    private static <T> T onInterface(java.util.concurrent.Callable<T> work) throws Exception {
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
}
