package org.epiglyph.desktop.ledger;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.animation.PauseTransition;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.desktop.frame.ReadingDirection;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PhraseList;

/**
 * A text area that saves shortly after the last keystroke and when it loses the focus. A slash and letters search the
 * phrasebook.
 */
final class AutosaveArea extends VBox {
    private static final Pattern SEARCH = Pattern.compile("(?:^|(?<=\\s))/(\\S*)$");
    private static final int LETTERS_A_LINE = 30;
    private static final int MOST_LINES = 8;
    private final TextArea area = ReadingDirection.of(Slant.of(new TextArea()));
    private final PauseTransition pause = SaveOnLeave.afterTyping(() -> save(beforeSearch()));
    private final PhraseList phrases;
    private final Consumer<String> save;
    private final int rows;
    private final DeskModel model;
    private final Audience audience;
    /** The text saved or shown last; anything else has been typed since. */
    private String saved = "";

    /**
     * @param prompt   shown while it is empty
     * @param rows     least number of visible lines
     * @param audience whom the text is for; private phrases are never inserted into text for the student
     * @param save     saves the text
     */
    AutosaveArea(DeskModel model, String prompt, int rows, Audience audience, Consumer<String> save) {
        this.model = model;
        this.audience = audience;
        this.save = save;
        this.rows = rows;
        phrases = new PhraseList(model, this::insert, area::requestFocus);
        area.setWrapText(true);
        area.setPrefRowCount(rows);
        area.setPromptText(prompt);
        SaveOnLeave.moveFocusWithTab(area);
        area.setAccessibleText(prompt);
        getChildren().addAll(area, phrases);
        area.textProperty().addListener((_, _, _) -> {
            grow();
            if (area.isFocused()) {
                search();
                pause.playFromStart();
            }
        });
        area.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (phrases.key(e)) {
                e.consume();
            }
        });
    }

    TextArea area() {
        return area;
    }

    /** Saves what is typed, literally: what looks like a search may be meant as text, as in "km /h". */
    void saveNow() {
        pause.stop();
        save(area.getText().strip());
    }

    private void save(String text) {
        saved = text;
        save.accept(text);
    }

    /** While phrases are offered for the last letters, those are not part of the text yet. */
    private String beforeSearch() {
        String typed = area.getText();
        Optional<Matcher> search = phrases.isOffering() ? typedSearch() : Optional.empty();
        return search.map(m -> typed.substring(0, m.start()) + typed.substring(m.end())).orElse(typed).strip();
    }

    private void grow() {
        int lines = area.getText().length() / LETTERS_A_LINE + (int) area.getText().lines().count();
        area.setPrefRowCount(Math.clamp(lines, rows, Math.max(rows, MOST_LINES)));
    }

    private Optional<Matcher> typedSearch() {
        Matcher matcher = SEARCH.matcher(area.getText()
                .substring(0, Math.min(area.getCaretPosition() + 1,
                        area.getLength())));
        return matcher.find() ? Optional.of(matcher) : Optional.empty();
    }

    private void search() {
        phrases.search(typedSearch().map(m -> m.group(1)));
    }

    private void insert(Phrase phrase, String text) {
        if (phrase.audience() == Audience.PRIVATE && audience == Audience.STUDENT) {
            typedSearch().ifPresent(m -> area.replaceText(m.start(), m.end(), ""));
            phrases.search(Optional.empty());
            saveNow();
            model.placing().privately(text);
            model.report(UiText.of("Phrases.wentPrivate"));
            return;
        }
        typedSearch().ifPresentOrElse(m -> area.replaceText(m.start(), m.end(), text),
                () -> area.appendText((area.getText().isBlank() ? "" : " ") + text));
        phrases.search(Optional.empty());
        area.requestFocus();
        area.positionCaret(area.getLength());
        saveNow();
    }

    /** Shows a text, unless another one is being typed. */
    void show(String text, boolean whateverIsTyped) {
        String typed = area.getText().strip();
        boolean anew = whateverIsTyped || !typed.equals(text) && (typed.equals(saved) || !isFocusWithin());
        if (anew) {
            phrases.search(Optional.empty());
            area.setText(text);
        }
        if (anew && area.isFocused()) {
            area.end();
        }
        saved = anew || typed.equals(text) ? text : saved;
    }
}
