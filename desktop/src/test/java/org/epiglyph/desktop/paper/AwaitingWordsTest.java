package org.epiglyph.desktop.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.waitFor;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.List;
import java.util.concurrent.CompletableFuture;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.documents.OpenDocument;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** A hand that is faster than the reading of a page's words gets what it would get a moment later. */
@ExtendWith(ApplicationExtension.class)
class AwaitingWordsTest extends InWindow {
    private final CompletableFuture<PageText> reading = new CompletableFuture<>();
    private PageText page;
    private PageWord word;
    private Gestures gestures;
    private PageLeaf leaf;

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        try (OpenDocument document = OpenDocument.open(batch.typed())) {
            page = document.text(0);
        }
        word = page.words().get(8);
        program.toDesk(batch.folder());
    }

    @BeforeEach
    void pagesWhoseWordsAreBeingRead(FxRobot robot) {
        atDesk(robot);
        PageImages images = mock(PageImages.class);
        when(images.text(any())).thenReturn(reading);
        leaf = (PageLeaf) leaf(robot);
        gestures = new Gestures(model(), new PageWords(images), (_, _, _) -> {});
        gestures.on(robot.lookup(".page-roll").queryAs(PageRoll.class));
    }

    private Contact contact(PagePoint at) {
        return new Contact(leaf, at, 0, System.nanoTime() / 1_000_000, 1, false, false);
    }

    private void dragAlongTheWord(FxRobot robot) {
        double y = word.box().centre().y();
        robot.interact(() -> {
            gestures.press(contact(new PagePoint(word.box().left() + 1, y)));
            gestures.drag(contact(word.box().centre()));
            gestures.release(contact(new PagePoint(word.box().right() - 1, y)));
        });
    }

    private List<Mark> marks() {
        return model().submission().marks();
    }

    private void wordsAreRead() {
        reading.complete(page);
    }

    @Test
    void aHighlightMadeBeforeTheWordsArriveSnapsToThem(FxRobot robot) {
        robot.type(KeyCode.DIGIT2);
        Slot slot = model().penCaseProperty().get().current();
        dragAlongTheWord(robot);
        assertThat(marks()).isEmpty();
        robot.type(KeyCode.DIGIT3); // the next slot is already in hand
        wordsAreRead();
        waitFor(() -> marks().size() == 1);
        TextMarkup made = (TextMarkup) marks().getFirst();
        assertThat(made.text()).isEqualTo(word.text());
        assertThat(made.ink()).isEqualTo(slot.ink());
    }

    @Test
    void aStrokeInProgressContinues(FxRobot robot) {
        robot.type(KeyCode.DIGIT2);
        robot.interact(() -> {
            gestures.press(contact(word.box().centre()));
            gestures.drag(contact(new PagePoint(word.box().right() - 1, word.box().centre().y())));
        });
        wordsAreRead();
        robot.interact(() -> {});
        PageWord next = page.words().get(9);
        robot.interact(() -> {
            gestures.drag(contact(next.box().centre()));
            gestures.release(contact(next.box().centre()));
        });
        assertThat(((TextMarkup) marks().getFirst()).text()).isEqualTo(word.text() + " " + next.text());
    }

    @Test
    void makesTwoPendingHighlights(FxRobot robot) {
        robot.type(KeyCode.DIGIT9);
        assertThat(model().penCaseProperty().get().current().tool()).hasToString("CORRECTION");
        dragAlongTheWord(robot);
        word = page.words().get(20);
        dragAlongTheWord(robot);
        wordsAreRead();
        waitFor(() -> marks().size() == 2);
        assertThat(marks()).allMatch(Correction.class::isInstance);
    }

    @Test
    void paintsFreelyOnPagesWithoutReadableWords(FxRobot robot) {
        robot.type(KeyCode.DIGIT2);
        dragAlongTheWord(robot);
        reading.completeExceptionally(new IllegalStateException("not a page"));
        waitFor(() -> marks().size() == 1);
        assertThat(marks().getFirst()).isInstanceOf(Stroke.class);
    }

    private void wordsAreReadAtTheNextStudent(FxRobot robot) {
        robot.interact(() -> model().open(model().batch().submissions().get(1).student().key()));
        wordsAreRead();
        robot.interact(() -> {});
        assertThat(model().batch().submissions()).allMatch(s -> s.marks().isEmpty());
    }

    @Test
    void reportsAHighlightThatCouldNotBeMadeBeforeLeaving(FxRobot robot) {
        robot.type(KeyCode.DIGIT2);
        dragAlongTheWord(robot);
        wordsAreReadAtTheNextStudent(robot);
        assertThat(model().noticeProperty().get()).isEqualTo(UiText.of("Desk.markNotMade"));
    }

    @Test
    void aCancelledHighlightIsSilent(FxRobot robot) {
        robot.type(KeyCode.DIGIT2);
        robot.interact(() -> {
            gestures.press(contact(word.box().centre()));
            gestures.cancel();
        });
        wordsAreReadAtTheNextStudent(robot);
        assertThat(model().noticeProperty().get()).isNotEqualTo(UiText.of("Desk.markNotMade"));
    }
}
