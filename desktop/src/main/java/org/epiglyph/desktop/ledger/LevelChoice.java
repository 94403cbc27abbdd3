package org.epiglyph.desktop.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.desktop.frame.UiText;

/** The levels of a criterion, each with its letter; a level with a range opens a small scale below it. */
final class LevelChoice extends VBox implements Choice {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final Criterion criterion;
    private final Manner.Levels levels;
    private final Consumer<Manner.Level> typed;
    private final Consumer<Manner.Level> pressed;
    private final List<Button> rows = new ArrayList<>();
    private final List<Label> texts = new ArrayList<>();
    private final List<Optional<ScoreScale>> scales = new ArrayList<>();

    /**
     * @param typed   receives the level whose letter is typed
     * @param pressed receives the level that is pressed
     * @param scale   creates the scale of a level with a range, from its least to its most points
     */
    LevelChoice(Criterion criterion, Manner.Levels levels, Consumer<Manner.Level> typed,
            Consumer<Manner.Level> pressed, Function<Manner.Level, ScoreScale> scale) {
        this.criterion = criterion;
        this.levels = levels;
        this.typed = typed;
        this.pressed = pressed;
        getStyleClass().add("level-choice");
        for (int i = 0; i < levels.levels().size(); i++) {
            Manner.Level level = levels.levels().get(i);
            Button row = row(level, (char) ('a' + i));
            rows.add(row);
            getChildren().add(row);
            Optional<ScoreScale> within = Optional.of(level).filter(Manner.Level::isRange).map(scale);
            within.ifPresent(getChildren()::add);
            scales.add(within);
            Label text = new Label(level.text());
            text.setWrapText(true);
            text.setMinHeight(USE_PREF_SIZE);
            text.getStyleClass().addAll("criterion-text", "level-text");
            texts.add(text);
            getChildren().add(text);
        }
        showTexts(false);
    }

    private Button row(Manner.Level level, char letter) {
        Label key = new Label(String.valueOf(letter));
        key.getStyleClass().add("choice-key");
        Label name = new Label(level.name());
        name.setMinWidth(0);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        Label worth = new Label(level.points());
        worth.getStyleClass().add("score-of");
        worth.setMinWidth(USE_PREF_SIZE);
        HBox line = new HBox(key, name, space, worth);
        line.getStyleClass().add("choice-line");
        line.setMinWidth(0);
        Button row = new Button();
        row.setGraphic(line);
        row.setMaxWidth(Double.MAX_VALUE);
        line.prefWidthProperty().bind(row.widthProperty().subtract(16));
        row.getStyleClass().add("choice");
        row.setId("level-" + criterion.id() + "-" + letter);
        row.setAccessibleText(UiText.of("Ledger.levelSpoken", letter, level.name(), level.points()));
        row.setFocusTraversable(false);
        if (!level.text().isEmpty()) {
            row.setTooltip(new Tooltip(level.text()));
        }
        row.setOnAction(_ -> pressed.accept(level));
        return row;
    }

    @Override
    public Node node() {
        return this;
    }

    @Override
    public void show(Judgement judgement) {
        Optional<Manner.Level> here = levels.find(judgement.level())
                .or(() -> judgement.points().flatMap(levels::holding));
        for (int i = 0; i < rows.size(); i++) {
            boolean is = here.equals(Optional.of(levels.levels().get(i)));
            rows.get(i).pseudoClassStateChanged(HERE, is);
            scales.get(i).ifPresent(scale -> {
                scale.show(judgement);
                scale.setVisible(is);
                scale.setManaged(is);
            });
        }
    }

    @Override
    public void showTexts(boolean shown) {
        texts.forEach(t -> {
            t.setVisible(shown && !t.getText().isEmpty());
            t.setManaged(t.isVisible());
        });
    }

    @Override
    public boolean letter(char letter) {
        int at = letter - 'a';
        if (at < 0 || at >= rows.size()) {
            return false;
        }
        typed.accept(levels.levels().get(at));
        return true;
    }
}
