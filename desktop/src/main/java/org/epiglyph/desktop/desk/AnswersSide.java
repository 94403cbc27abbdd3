package org.epiglyph.desktop.desk;

import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.PauseTransition;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.ReadingDirection;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * What the student wrote after the hand-back, each answer beside the remark that it refers to, and the marker's reply.
 */
final class AnswersSide implements Side {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.ENGLISH);
    private static final int ROWS = 4;
    private final DeskModel model;
    private final Consumer<Mark> go;
    private final VBox list = new VBox();
    private final ScrollPane node = new ScrollPane(list);
    private final PauseTransition pause = SaveOnLeave.afterTyping(this::keepTyped);
    private Shown shown = new Shown(new StudentKey("-"), List.of());
    private Optional<Typed> typing = Optional.empty();

    /** What is shown, without the replies, which are typed here. */
    private record Shown(StudentKey student, List<String> answers) {}

    /** A reply that has been typed and is not saved yet. */
    private record Typed(StudentKey student, String answer, String text) {}

    /** @param go shows a mark on its page */
    AnswersSide(DeskModel model, Consumer<Mark> go) {
        this.model = model;
        this.go = go;
        list.getStyleClass().add("answers");
        node.setFitToWidth(true);
    }

    @Override
    public String name() {
        return "answers";
    }

    @Override
    public Region node() {
        return node;
    }

    @Override
    public void refresh() {
        if (typing.filter(t -> !t.student.equals(model.student())).isPresent()) {
            keepTyped(); // another student was opened before the pause was over
        }
        List<Answer> answers = model.submission().correspondence().answers();
        Shown now = new Shown(model.submission().student().key(),
                answers.stream().map(a -> a.id() + a.text() + a.replied()).toList());
        if (!now.equals(shown)) {
            shown = now;
            list.getChildren()
                    .setAll(answers.isEmpty()
                            ? List.of(Form.hint("Side.noAnswers"))
                            : answers.reversed().stream().map(this::answer).toList());
        } else {
            answers.forEach(this::showReply);
        }
    }

    @Override
    public void arrive() {
        refresh();
        node.applyCss(); // without a skin its content is in no scene and takes no focus
        Optional.ofNullable(list.lookup(".text-area")).ifPresent(Node::requestFocus);
    }

    private Node answer(Answer answer) {
        VBox entry = new VBox();
        entry.getStyleClass().add("answer");
        Label when = Form.text(WHEN.format(answer.at().atZone(model.batch().task().zone())), "hint");
        entry.getChildren().add(when);
        Optional<Mark> about = answer.remark().flatMap(this::numbered);
        about.ifPresentOrElse(mark -> entry.getChildren().add(quoted(answer.remark().orElseThrow(), mark)),
                () -> answer.remark()
                        .ifPresent(n -> entry.getChildren().add(Form.text(UiText.of("Side.remarkGone", n), "hint"))));
        Label label = Form.text(model.submission().cover().cover(answer.text()), "answer-words");
        entry.getChildren().add(label);
        TextArea reply = ReadingDirection.of(new TextArea(
                typing.filter(t -> t.answer.equals(answer.id())).map(Typed::text).orElse(answer.reply())));
        reply.setId("reply-" + answer.id());
        reply.setWrapText(true);
        reply.setPrefRowCount(ROWS);
        reply.setPromptText(UiText.of("Side.replyPrompt"));
        reply.setAccessibleText(UiText.of("Side.reply") + ": " + label.getText());
        SaveOnLeave.moveFocusWithTab(reply);
        StudentKey student = model.submission().student().key();
        reply.textProperty().addListener((_, _, now) -> type(new Typed(student, answer.id(), now)));
        Label state = Form.hint(answer.replied() ? "Side.replied" : "Side.replyGoes");
        entry.getChildren().addAll(Form.label("Side.reply", reply), reply, state);
        return entry;
    }

    @Override
    public void leave() {
        keepTyped();
    }

    private void type(Typed typed) {
        if (typing.filter(t -> !t.answer.equals(typed.answer)).isPresent()) {
            keepTyped();
        }
        typing = Optional.of(typed);
        pause.playFromStart();
    }

    private void keepTyped() {
        pause.stop();
        Optional<Typed> kept = typing;
        typing = Optional.empty();
        kept.ifPresent(this::save);
    }

    private void save(Typed typed) {
        boolean isOther = model.batch()
                .submission(typed.student)
                .correspondence()
                .find(typed.answer)
                .filter(a -> !a.reply().equals(typed.text))
                .isPresent();
        if (isOther) {
            model.edit(new Edit.Reply(typed.student, typed.answer, typed.text));
        }
    }

    /** Shows a reply that was undone, or changed other than by this field. */
    private void showReply(Answer answer) {
        if (typing.isEmpty() && list.lookup("#reply-" + answer.id()) instanceof TextArea field
                && !field.getText().equals(answer.reply())) {
            field.setText(answer.reply());
            typing = Optional.empty(); // nobody typed that
        }
    }

    private Optional<Mark> numbered(int number) {
        List<Mark> marks = FeedbackSheet.numbered(model.submission());
        return number <= marks.size() ? Optional.of(marks.get(number - 1)) : Optional.empty();
    }

    private Node quoted(int number, Mark mark) {
        Button remark = new Button(UiText.of("Side.toRemark", number, mark.page().number(), mark.remark().text()));
        remark.getStyleClass().add("link-button");
        remark.setWrapText(true);
        remark.setMaxWidth(Double.MAX_VALUE);
        remark.setOnAction(_ -> go.accept(mark));
        return remark;
    }
}
