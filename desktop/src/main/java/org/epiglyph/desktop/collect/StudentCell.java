package org.epiglyph.desktop.collect;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TableCell;
import javafx.util.StringConverter;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Words;

/** The student of a file; a choice with the likeliest first where that is a question or was one. */
final class StudentCell extends TableCell<CollectPlan.Item, CollectPlan.Item> {
    private final CollectPlan plan;
    private final Runnable decided;

    StudentCell(CollectPlan plan, Runnable decided) {
        this.plan = plan;
        this.decided = decided;
    }

    @Override
    protected void updateItem(CollectPlan.Item item, boolean empty) {
        super.updateItem(item, empty);
        setText(null);
        setGraphic(null);
        if (item == null || empty) {
            return;
        }
        if (item.match().student().isPresent()) {
            StudentKey key = item.match().student().get();
            setText(plan.roster().student(key).name() + "  " + key);
        } else {
            setGraphic(choice(item));
        }
    }

    private ComboBox<Optional<StudentKey>> choice(CollectPlan.Item item) {
        ComboBox<Optional<StudentKey>> box = new ComboBox<>();
        List<Optional<StudentKey>> offered = new ArrayList<>(
                item.match().candidates().stream().map(Optional::of).toList());
        plan.roster()
                .students()
                .stream()
                .map(Student::key)
                .filter(k -> !item.match().candidates().contains(k))
                .map(Optional::of)
                .forEach(offered::add);
        offered.add(Optional.empty());
        box.getItems().setAll(offered);
        box.setPromptText(Words.of("Collect.whose"));
        box.setAccessibleText(Words.of("Collect.whoseSpoken", item.path()));
        box.setMaxWidth(Double.MAX_VALUE);
        box.setConverter(new StringConverter<>() {
            @Override
            public String toString(Optional<StudentKey> key) {
                return key == null
                        ? ""
                        : key.map(k -> plan.roster().student(k).name() + "  " + k).orElse(Words.of("Collect.setAside"));
            }

            @Override
            public Optional<StudentKey> fromString(String text) {
                throw new UnsupportedOperationException("The choice is not typed");
            }
        });
        if (plan.isDecided(item)) {
            box.setValue(plan.studentOf(item));
        }
        box.valueProperty().addListener((_, _, value) -> {
            plan.decide(item, value);
            decided.run();
        });
        return box;
    }
}
