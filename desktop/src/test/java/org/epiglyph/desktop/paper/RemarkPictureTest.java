package org.epiglyph.desktop.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.TextArea;
import javafx.stage.Stage;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.paper.RemarkField.PictureChooser.Chosen;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.spelling.Spelling;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** A picture that is requested while a remark is written, and takes its time. */
@ExtendWith(ApplicationExtension.class)
class RemarkPictureTest extends InWindow {
    private static final Chosen PICTURE = new Chosen("tide", "0.png");
    private final List<Consumer<Chosen>> asked = new ArrayList<>();
    private RemarkField field;

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    /** Writes the remarks of two notes, one after the other, in one field; a picture is requested for the first. */
    private List<Mark> twoNotes() {
        List<Mark> notes = Stream.of(100, 200)
                .<Mark>map(y -> new Note(model().newHead(model().submission().pages().getFirst(), 0),
                        new PagePoint(100, y)))
                .toList();
        model().place(notes);
        field = new RemarkField(model(), new Spelling(new Settings(world.resolve("settings"))), asked::add);
        model().writing().open(notes.getFirst().id());
        field.over(notes.getFirst());
        ((Button) field.lookup("#remark-picture")).fire();
        return notes;
    }

    private String words() {
        return ((TextArea) field.lookup("#remark")).getText();
    }

    @Test
    void insertsIntoTheRequestingRemark(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> {
            twoNotes();
            asked.getFirst().accept(PICTURE);
            assertThat(words()).isEqualTo("![tide](picture:0.png)");
        });
    }

    @Test
    void insertsIntoNoOtherRemarkAndSaysSo(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> {
            Mark other = twoNotes().getLast();
            model().writing().open(other.id());
            field.over(other);
            asked.getFirst().accept(PICTURE);
            assertThat(words()).isEmpty();
            assertThat(model().noticeProperty().get()).startsWith("The picture tide was not inserted");
        });
    }
}
