package org.epiglyph.desktop.paper;

import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.ReadingDirection;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.spelling.Spelling;

/**
 * The field in which a remark is written, at its mark. Enter saves the text, Esc restores it, a slash at the beginning
 * searches the phrasebook. What is typed is also saved when the field loses the focus.
 */
public final class RemarkField extends VBox {
    private static final int MOST_LINES = 12;
    private static final int LETTERS_A_LINE = 30;
    private final DeskModel model;
    private final TextArea area = ReadingDirection.of(Slant.of(new TextArea()));
    private final PhraseList list;
    private final Label hint = new Label();
    private String mark = "";
    private Audience audience = Audience.STUDENT;
    private String phrase = "";
    private final SpellingLine spelling;
    private final PauseTransition pause;
    private Runnable resized = () -> {};

    /** @param pictures asks for a picture of the marker's own */
    public RemarkField(DeskModel model, Spelling speller, PictureChooser pictures) {
        this.model = model;
        list = new PhraseList(model, this::take, area::requestFocus);
        spelling = new SpellingLine(area, speller, () -> model.batch().aids().language(), () -> resized.run());
        getStyleClass().add("remark-field");
        styleArea();
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        HBox foot = new HBox(hint, phrase(), picture(pictures));
        HBox.setHgrow(hint, Priority.ALWAYS);
        getChildren().addAll(area, list, spelling, foot);
        area.textProperty().addListener((_, _, _) -> {
            search();
            grow();
            reportTyped();
        });
        pause = SaveOnLeave.afterTyping(model.writing()::keepTyped);
        area.addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
        model.writing().markProperty().addListener((_, _, now) -> {
            if (!now.equals(Optional.of(mark))) {
                mark = ""; // its text is read again the next time
            }
        });
        focusWithinProperty().addListener((_, _, within) -> {
            if (!within && isWriting()) {
                leave();
            }
        });
    }

    private void styleArea() {
        area.setId("remark");
        area.setWrapText(true);
        area.setPrefRowCount(2);
        area.setMinHeight(USE_PREF_SIZE); // or the list below it would jump once there is room for both
        area.setPromptText(UiText.of("Desk.remarkPrompt"));
        area.setAccessibleText(UiText.of("Desk.remarkPrompt"));
    }

    /** Does what a slash does, for a hand without keys; only while the field is empty. */
    private Button phrase() {
        Button phrase = link("Desk.remarkPhrase", "remark-phrase", () -> {
            area.requestFocus();
            area.setText("/");
            area.end();
        });
        phrase.visibleProperty().bind(area.textProperty().isEmpty());
        phrase.managedProperty().bind(phrase.visibleProperty());
        return phrase;
    }

    private Button picture(PictureChooser pictures) {
        return link("Desk.remarkPicture", "remark-picture", () -> {
            String of = mark;
            pictures.choose(chosen -> insert(chosen, of));
        });
    }

    /** Reading a picture may take long, and another remark may be in this field by then. */
    private void insert(PictureChooser.Chosen picture, String of) {
        if (of.equals(mark) && isWriting()) {
            area.insertText(area.getCaretPosition(), "![" + picture.alt() + "](picture:" + picture.file() + ")");
        } else {
            model.refuse(UiText.of("Desk.pictureTooLate", picture.alt()));
        }
    }

    private static Button link(String text, String id, Runnable act) {
        Button link = Form.button(text, "link-button", act);
        link.setId(id);
        link.getStyleClass().add("spelling-word");
        return link;
    }

    private boolean isWriting() {
        return model.writing().isOf(mark);
    }

    /** This field with the mark's text in it; what is being typed stays as it is. */
    RemarkField over(Mark of) {
        if (!of.id().equals(mark)) {
            mark = of.id();
            audience = of.remark().audience();
            phrase = of.remark().phrase();
            area.setText(of.remark().text());
            area.positionCaret(area.getLength());
            search();
            javafx.application.Platform.runLater(() -> {
                area.requestFocus();
                area.positionCaret(area.getLength());
            });
        }
        return this;
    }

    /** Asks for a picture and stores it with the batch. */
    public interface PictureChooser {
        /**
         * A picture stored with the batch.
         *
         * @param alt  its alternative text
         * @param file the name under which it is stored
         */
        record Chosen(String alt, String file) {}

        /** @param then receives the picture, if one was chosen and could be read */
        void choose(java.util.function.Consumer<Chosen> then);
    }

    /** @param listener called when the height of the field has changed */
    void onResize(Runnable listener) {
        resized = listener;
    }

    /** The field is as high as its text, within a limit. */
    private void grow() {
        int lines = area.getText().length() / LETTERS_A_LINE + (int) area.getText().lines().count();
        area.setPrefRowCount(Math.clamp(lines + 1, 2, MOST_LINES));
    }

    private boolean isSearching() {
        return area.getText().startsWith("/");
    }

    private void search() {
        list.search(isSearching() ? Optional.of(area.getText().substring(1)) : Optional.empty());
        show();
    }

    private void show() {
        String audienceHint = audience == Audience.PRIVATE
                ? UiText.of("Desk.writingPrivate")
                : UiText.of("Desk.writingHint");
        hint.setText(isSearching()
                ? UiText.of(list.isOffering() ? "Desk.phraseHint" : "Desk.noPhraseSoWords")
                : audienceHint);
        javafx.application.Platform.runLater(resized);
    }

    private void onKey(KeyEvent event) {
        if (list.key(event)) {
            event.consume();
            return;
        }
        boolean done = true;
        if (event.getCode() == KeyCode.ENTER && event.isShiftDown()) {
            area.replaceSelection("\n");
        } else if (event.getCode() == KeyCode.ENTER) {
            save();
        } else if (event.getCode() == KeyCode.ESCAPE) {
            leaveUnchanged();
        } else {
            done = event.isShortcutDown() && shape(event.getCode());
        }
        if (done) {
            event.consume();
        }
    }

    /** Saves what is typed shortly after the last keystroke, and whatever ends the writing. */
    private void reportTyped() {
        if (isWriting()) {
            model.writing().typing(isSearching() && list.isOffering() ? Optional.empty() : Optional.of(typed()));
            pause.playFromStart();
        }
    }

    private void leaveUnchanged() {
        String before = mark;
        mark = "";
        if (model.writing().isOf(before)) {
            model.writing().cancel();
        }
    }

    /** True if a letter, pressed with the shortcut key, formatted the remark. */
    private boolean shape(KeyCode letter) {
        switch (letter) {
            case B -> around("**");
            case I -> around("*");
            case P -> {
                audience = audience == Audience.PRIVATE ? Audience.STUDENT : Audience.PRIVATE;
                show();
                reportTyped();
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    /** Puts CommonMark characters around the selected text, or removes them. */
    private void around(String sign) {
        String chosenText = area.getSelectedText();
        boolean on = chosenText.startsWith(sign) && chosenText.endsWith(sign)
                && chosenText.length() >= 2 * sign.length();
        area.replaceSelection(on
                ? chosenText.substring(sign.length(), chosenText.length() - sign.length())
                : sign + chosenText + sign);
        if (chosenText.isEmpty()) {
            area.positionCaret(area.getCaretPosition() - sign.length());
        }
    }

    private void take(Phrase taken, String filled) {
        phrase = taken.id();
        Audience whom = taken.audience() == Audience.PRIVATE ? Audience.PRIVATE : audience;
        finish(new Remark(filled, whom, taken.id()));
    }

    /** Saves the text; with an addition it still belongs to the phrase, with other changes it does not. */
    private void leave() {
        if (isSearching() && list.isOffering()) {
            save();
        } else {
            model.writing().left(typed());
        }
    }

    private Remark typed() {
        return new Remark(area.getText(), audience, model.writing().phraseOf(area.getText(), phrase));
    }

    /** A search with results is not text; one without results is, since text may begin with a slash. */
    private void save() {
        if (isSearching() && list.isOffering()) {
            mark = "";
            model.writing().cancel();
            return;
        }
        finish(typed());
    }

    private void finish(Remark remark) {
        mark = "";
        model.writing().finish(remark);
    }
}
