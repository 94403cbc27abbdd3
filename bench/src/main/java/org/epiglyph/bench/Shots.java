package org.epiglyph.bench;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import javafx.concurrent.Worker;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextInputControl;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.web.WebView;
import javafx.stage.Stage;
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
import org.epiglyph.desktop.OpeningWindow;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.collect.Collect;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.exchange.phrases.PhraseFile;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.exchange.scheme.SchemeFile;
import org.epiglyph.places.FolderTree;
import org.epiglyph.recordoffice.RecordOffice;
import org.epiglyph.workspace.Workspace;

/** Makes a picture of each main view from the demo's data. */
public final class Shots {
    /** What to take: collect, desk or scheme; empty for everything. */
    private static final String ONLY = System.getProperty("epiglyph.shots", "");
    private final Path target;
    private final Camera camera;

    private Shots(Path target) {
        this.target = target;
        this.camera = new Camera(target);
    }

    /** @param arguments the folder for the pictures */
    public static void main(String[] arguments) throws Exception {
        Path world = Path.of(System.getProperty("java.io.tmpdir"), "Kestrel Point"); // the name is seen in the pictures
        delete(world); // left by a run that was killed
        Files.createDirectories(world);
        try {
            new Shots(Path.of(arguments[0])).make(world);
        } catch (Exception | Error e) {
            e.printStackTrace();
            delete(world);
            Runtime.getRuntime().halt(1); // the toolkit's threads would keep the program alive
        }
        delete(world);
        System.exit(0);
    }

    private static void delete(Path world) {
        try {
            FolderTree.delete(world);
        } catch (IOException e) {
            System.err.println(world + " could not be deleted; the next run tries again");
        }
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
            Program program = Camera.onInterface(
                    () -> new Program(new Program.Start(shelf, world.resolve("settings"), office.address(), token)
                            .withMail(office.mailPort()),
                            Clock.systemDefaultZone()));
            show(program);
            Path mail = world.resolve("by mail");
            MixedClass.make(mail, Integer.getInteger("epiglyph.students", 26));
            if (!ONLY.equals("desk") && !ONLY.equals("scheme")) {
                collectPictures(program, mail);
            }
            if (!ONLY.equals("collect")) {
                Path batch = collect(office.address(), token, shelf);
                mark(batch);
                picturesOf(batch, program, office, token);
            }
        }
    }

    private void picturesOf(Path batch, Program program, RecordOffice office, String token) throws Exception {
        if (!ONLY.equals("scheme")) {
            new DeskShots(camera, program).take(batch);
        }
        if (ONLY.equals("desk")) {
            return;
        }
        new SchemeShots(camera, program).take(batch);
        new PhraseShots(camera, program).take(batch);
        if (!ONLY.equals("scheme")) {
            otherPlaces(program, batch, office, token);
        }
    }

    private void show(Program program) throws Exception {
        Camera.onInterface(() -> {
            Stage stage = new Stage();
            camera.on(OpeningWindow.scene(program.frame()));
            stage.setScene(camera.scene());
            program.toShelf();
            stage.show();
            return null;
        });
    }

    private void otherPlaces(Program program, Path batch, RecordOffice office, String token) throws Exception {
        handBack(program, batch);
        markBook(program, batch);
        letters(program, batch);
        answer(office, token);
        shelfPicture(program);
        record(office);
        Camera.onInterface(() -> {
            program.close();
            return null;
        });
    }

    /**
     * The class that came by mail: source, what was recognised, open questions, a rule by hand, the sheet's columns,
     * done.
     */
    private void collectPictures(Program program, Path mail) throws Exception {
        camera.fire("#collect");
        Camera.onInterface(() -> {
            ((Collect) program.frame().place()).take(java.util.List.of(mail));
            return null;
        });
        camera.picture("collect-source");
        camera.fire("#read-files");
        Camera.waitFor(() -> camera.scene().lookup("#make-batch") != null);
        Camera.waitFor(() -> camera.scene().lookup("#first-page") instanceof ImageView page && page.getImage() != null);
        camera.picture("collect");
        camera.fire("#change-rule");
        camera.picture("x-collect-rule");
        camera.fire("#cancel");
        camera.fire("#change-sheet");
        camera.picture("x-collect-sheet");
        camera.fire("#cancel");
        camera.fire("#accept-likely");
        camera.fire("#set-aside-rest");
        camera.fire("#make-batch");
        Camera.waitFor(() -> camera.scene().lookup("#to-desk") != null);
        camera.picture("x-collect-done");
        camera.fire("#to-desk");
        Camera.waitFor(() -> program.frame().place() instanceof Desk);
        collectedPictures(program);
        Camera.onInterface(() -> {
            program.toShelf();
            return null;
        });
    }

    private void collectedPictures(Program program) throws Exception {
        desk(program, 17, "x-desk-source-code");
        desk(program, 15, "x-desk-locked");
        if (ONLY.equals("collect")) {
            for (int student : new int[]{2, 6, 8, 16, 20, 24}) {
                desk(program, student, "desk-" + student);
            }
            camera.picture("desk-last");
            Camera.onInterface(() -> camera.scene().getRoot().getStyleClass().add("night"));
            camera.picture("desk-last-night");
        }
    }

    private void desk(Program program, int student, String name) throws Exception {
        Camera.onInterface(() -> {
            DeskModel model = ((Desk) program.frame().place()).model();
            model.open(model.batch().students().get(student));
            return null;
        });
        Camera.waitFor(() -> ((Desk) program.frame().place()).model()
                .submission()
                .documents()
                .stream()
                .noneMatch(d -> d.pages() instanceof Pages.Awaited));
        camera.picture(name);
    }

    private static Path collect(String address, String token, Path shelf) throws Exception {
        try (CollectPlan plan = Planning.fromRecord(RecordServices.installed().connect(address, token), DemoWorld.TASK,
                Optional.empty(), Progress.NONE)) {
            Path scheme = shelf.resolve("mark schemes").resolve("Tidal heights workbook.csv");
            Path phrases = shelf.resolve("phrasebooks").resolve("Tides and Passage Planning.csv");
            MarkScheme marks = SchemeFile.read(Files.readAllBytes(scheme), "scheme");
            Phrasebook phrasebook = PhraseFile.read(Files.readAllBytes(phrases), "phrases", marks);
            Path batch = shelf.resolve("Tidal heights workbook");
            Collecting.run(plan, marks, phrasebook, batch, Progress.NONE);
            return batch;
        }
    }

    private static void mark(Path batch) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            PageMaking.all(workspace, Progress.NONE);
            DemoMarking marking = new DemoMarking(workspace);
            marking.evening(11, 3);
            marking.leaveQuestions();
            marking.crowd(workspace.batch().submissions().stream().skip(17).findFirst().orElseThrow().student().key());
        }
    }

    private void handBack(Program program, Path batch) throws Exception {
        Camera.onInterface(() -> {
            program.toHandBack(batch);
            return null;
        });
        Camera.waitFor(() -> camera.scene().lookup("#visible") != null);
        Camera.onInterface(() -> {
            ((RadioButton) camera.scene().lookup("#visible")).setSelected(true);
            return null;
        });
        for (String choice : List.of("#pages-form", "#feedback-sheet")) {
            Camera.onInterface(() -> {
                ((MenuButton) camera.scene().lookup(choice)).getItems().get(1).fire();
                return null;
            });
        }
        Camera.waitFor(() -> camera.scene().lookup(".proof-leaf") != null
                && camera.scene().lookup(".proof-remark") == null);
        camera.picture("hand-back");
        camera.fire("#hand-back-send");
        Camera.waitFor(() -> camera.scene().lookup("#hand-back-said") != null
                && camera.scene().lookup("#hand-back-said").isVisible());
    }

    private void markBook(Program program, Path batch) throws Exception {
        Camera.onInterface(() -> {
            program.toMarkBook(batch);
            return null;
        });
        Camera.waitFor(() -> camera.scene().lookup("#book-sheet") != null);
        camera.picture("mark-book");
        double wide = sheetWidth();
        camera.fire("#book-figures");
        Camera.waitFor(() -> sheetWidth() < wide);
        Camera.onInterface(() -> {
            camera.scene().lookup("#book-sheet").requestFocus();
            return null;
        });
        Camera.act(() -> camera.scene()
                .lookup("#book-sheet")
                .fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.END, false, false, false, false)));
        Camera.waitFor(() -> camera.scene().lookup("#criteria-figures") != null);
        camera.picture("mark-book-figures");
        camera.fire("#book-figures");
    }

    private double sheetWidth() {
        return camera.scene().lookup("#book-sheet").getLayoutBounds().getWidth();
    }

    private void letters(Program program, Path batch) throws Exception {
        Camera.onInterface(() -> {
            program.toLetters(batch);
            return null;
        });
        Camera.waitFor(() -> camera.scene().lookup("#letter-words") != null);
        Camera.onInterface(() -> {
            ((TextInputControl) camera.scene().lookup("#letter-subject")).setText("{task}: nothing received yet");
            ((TextInputControl) camera.scene().lookup("#letter-words")).setText(
                    """
                            Dear {name},

                            your work for {task} was due {due}, and we have received nothing from you. If something went wrong, \
                            write to me today and we shall find a way.

                            M\u00e1rta Rowe""");
            ((TextInputControl) camera.scene().lookup("#letters-from")).setText("m.rowe@kestrelpoint.example");
            return null;
        });
        Camera.waitFor(() -> camera.scene().lookup("#letters-send") instanceof Button send
                && send.getText().contains("2"));
        camera.picture("letters");
    }

    /** A student answers, and the marker replies. */
    private static void answer(RecordOffice office, String token) throws Exception {
        HttpClient http = HttpClient.newHttpClient();
        String text = "Which table do you mean? I took the heights from the almanac.";
        http.send(HttpRequest
                .newBuilder(URI.create(office.address() + "/students/K-4422/tasks/" + DemoWorld.TASK + "/answers"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers
                        .ofString("remark=1&words=" + URLEncoder.encode(text, StandardCharsets.UTF_8)))
                .build(), HttpResponse.BodyHandlers.discarding());
        RecordServices.installed()
                .connect(office.address(), token)
                .reply(DemoWorld.TASK, "A-1", "The one in the almanac is right; say so beside the figure.");
    }

    private void shelfPicture(Program program) throws Exception {
        Camera.onInterface(() -> {
            program.toShelf();
            return null;
        });
        camera.picture("shelf");
    }

    private void record(RecordOffice office) throws Exception {
        CountDownLatch loaded = new CountDownLatch(1);
        Camera.onInterface(() -> {
            WebView page = new WebView();
            page.getEngine().getLoadWorker().stateProperty().addListener((_, _, state) -> {
                if (state == Worker.State.SUCCEEDED) {
                    loaded.countDown();
                }
            });
            Stage stage = new Stage();
            Scene record = new Scene(page, 1280, 800);
            camera.on(record);
            stage.setScene(record);
            stage.show();
            page.getEngine().load(office.address() + "/students/K-4422");
            return null;
        });
        if (!loaded.await(30, TimeUnit.SECONDS)) {
            throw new IllegalStateException("The record page did not load");
        }
        camera.picture("student-record");
    }
}
