package org.epiglyph.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.ListView;
import javafx.scene.control.TextInputControl;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.phrases.PhrasebookModel;
import org.epiglyph.desktop.phrases.PhrasebookPlace;

/** Pictures of the phrasebook: its screen, a change that waits, the drawer at the desk. */
final class PhraseShots {
    private final Camera camera;
    private final Program program;

    PhraseShots(Camera camera, Program program) {
        this.camera = camera;
        this.program = program;
    }

    private PhrasebookModel model() {
        return ((PhrasebookPlace) program.frame().place()).model();
    }

    private Phrase phrase(String code) {
        return model().book().phrases().stream().filter(p -> p.code().equals(code)).findFirst().orElseThrow();
    }

    private void choose(String code) throws Exception {
        Camera.act(() -> {
            ListView<?> list = (ListView<?>) camera.scene().lookup("#phrases-list");
            list.getSelectionModel().select(list.getItems().indexOf(phrase(code)));
        });
    }

    void take(Path batch) throws Exception {
        Path theirs = Files.writeString(batch.resolveSibling("School of Seamanship.md"), """
                # School of Seamanship

                ## ns: Name and section

                Please put your name and section on every page.

                ## hw

                Write so that it can be read on a wet bridge.
                """);
        Camera.act(() -> program.toPhrasebook(batch));
        Camera.waitFor(() -> program.frame().place() instanceof PhrasebookPlace
                && camera.scene().lookup("#phrases-list") != null);
        Camera.act(() -> model().importFile(theirs, true));
        choose("ip");
        camera.picture("phrasebook");
        Camera.act(() -> model().change(phrase("ip").withText("Say which part of the hour you took.")));
        camera.picture("x-phrase-decision");
        Camera.act(model()::revert);
        choose("by");
        camera.picture("x-phrase-slots");
        Camera.onInterface(() -> camera.scene().getRoot().getStyleClass().add("night"));
        camera.picture("x-phrasebook-night");
        Camera.onInterface(() -> camera.scene().getRoot().getStyleClass().remove("night"));
        Files.delete(theirs);
        drawer(batch);
    }

    private void drawer(Path batch) throws Exception {
        Camera.act(() -> program.toDesk(batch));
        Camera.waitFor(() -> program.frame().place() instanceof Desk && camera.scene().lookup(".page-roll") != null);
        Camera.act(() -> {
            var desk = ((Desk) program.frame().place()).model();
            desk.open(desk.batch().students().getFirst());
            desk.openAgain();
            desk.scores().criterionProperty().set("c4");
        });
        camera.fire("#why-c4");
        camera.fire("#why");
        camera.picture("desk-why");
        camera.fire("#why");
        Camera.act(() -> ((Desk) program.frame().place()).model().scores().criterionProperty().set("c2"));
        camera.fire("#door-phrases");
        Camera.waitFor(() -> camera.scene().lookup("#drawer-search") != null);
        camera.picture("desk-drawer");
        Camera.act(() -> {
            var list = (javafx.scene.layout.VBox) camera.scene().lookup("#drawer-list");
            List<Button> uses = list.lookupAll(".link-button").stream().map(Button.class::cast).toList();
            uses.getFirst().fire();
            ((TextInputControl) camera.scene().lookup("#drawer-search")).setText("by");
        });
        Camera.act(() -> {
            var row = camera.scene().lookup(".drawer-row");
            row.fireEvent(new javafx.scene.input.KeyEvent(javafx.scene.input.KeyEvent.KEY_PRESSED, "", "",
                    javafx.scene.input.KeyCode.ENTER, false, false, false, false));
        });
        camera.picture("x-drawer-slots");
    }
}
