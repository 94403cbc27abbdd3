package org.epiglyph.desktop.scheme;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.desktop.editor.RowDrag;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;

/** Sections and criteria in order, followed by the rules and the sum. Criteria are moved by dragging, or with keys. */
final class SchemeList extends VBox {
    private static final PseudoClass HEAD = PseudoClass.getPseudoClass("head");
    private static final double ROW = 36;
    private final SchemeModel model;
    private final ListView<Chosen> rows = new ListView<>();
    private final Label sum = new Label();
    private final VBox missing = new VBox();

    /** What one row stands for. */
    sealed interface Chosen {
        record OfCriterion(String id) implements Chosen {}

        record OfSection(String id) implements Chosen {}

        record Rules() implements Chosen {}
    }

    /** @param chosen called when another row is selected */
    SchemeList(SchemeModel model, Runnable chosen) {
        this.model = model;
        getStyleClass().add("scheme-list");
        rows.setId("scheme-rows");
        rows.setAccessibleText(UiText.of("Scheme.rows"));
        rows.setCellFactory(_ -> new Row());
        rows.getSelectionModel().selectedItemProperty().addListener((_, _, now) -> {
            if (now != null) {
                chosen.run();
            }
        });
        RowDrag.on(rows, new RowDrag.Rows<>() {
            @Override
            public boolean canBeHeld(Chosen row) {
                return row instanceof Chosen.OfCriterion;
            }

            @Override
            public void drop(Chosen held, Chosen there, boolean below) {
                SchemeList.this.drop(held, there, below);
            }
        });
        sum.getStyleClass().add("scheme-sum");
        sum.setId("scheme-sum");
        sum.setWrapText(true);
        missing.getStyleClass().add("scheme-missing");
        getChildren().addAll(rows, sum, missing);
    }

    @Override
    public void requestFocus() {
        rows.requestFocus();
    }

    Chosen chosen() {
        Chosen now = rows.getSelectionModel().getSelectedItem();
        return now == null ? new Chosen.Rules() : now;
    }

    void choose(Chosen row) {
        refresh();
        rows.getSelectionModel().select(row);
        rows.scrollTo(row);
    }

    void refresh() {
        MarkScheme scheme = model.draft();
        List<Chosen> all = all(scheme);
        Chosen now = rows.getSelectionModel().getSelectedItem();
        int at = rows.getSelectionModel().getSelectedIndex();
        if (!all.equals(rows.getItems())) {
            rows.getItems().setAll(all);
            rows.getSelectionModel()
                    .select(all.contains(now) ? all.indexOf(now) : Math.clamp((long) at, 0, all.size() - 1));
        }
        rows.refresh();
        rows.setMinHeight(all.size() * ROW + 16);
        rows.setMaxHeight(all.size() * ROW + 16);
        sum.setText(SchemePlace.sum(scheme, Criterion.format(model.batch().task().maximum())));
        missing.getChildren().setAll(model.missing().stream().map(m -> Form.text(m, "hint")).toList());
    }

    /** Sections with their criteria, sections without, and the rules. */
    private static List<Chosen> all(MarkScheme scheme) {
        List<Chosen> all = new ArrayList<>();
        List<String> shown = new ArrayList<>();
        for (Criterion criterion : scheme.criteria()) {
            if (!criterion.section().isEmpty() && !shown.contains(criterion.section())) {
                shown.add(criterion.section());
                all.add(new Chosen.OfSection(criterion.section()));
            }
            all.add(new Chosen.OfCriterion(criterion.id()));
        }
        scheme.sections()
                .stream()
                .filter(s -> !shown.contains(s.id()))
                .forEach(s -> all.add(new Chosen.OfSection(s.id())));
        all.add(new Chosen.Rules());
        return all;
    }

    /**
     * A criterion is moved beside another one, in its section; on a section's heading as the first of it, below all
     * rows as the last.
     */
    private void drop(Chosen held, Chosen there, boolean below) {
        if (!(held instanceof Chosen.OfCriterion(String id))) {
            return;
        }
        List<Criterion> others = model.others(id);
        List<String> order = others.stream().map(Criterion::id).toList();
        switch (there) {
            case Chosen.OfCriterion(String beside) -> model.moveTo(id, model.draft().criterion(beside).section(),
                    order.indexOf(beside) + (below ? 1 : 0));
            case Chosen.OfSection(String section) -> {
                int first = others.stream().map(Criterion::section).toList().indexOf(section);
                model.moveTo(id, section, first < 0 ? others.size() : first);
            }
            case Chosen.Rules _ -> model.moveTo(id, others.isEmpty() ? "" : others.getLast().section(), others.size());
        }
        choose(held);
    }

    /** One row. */
    private final class Row extends ListCell<Chosen> {
        @Override
        protected void updateItem(Chosen row, boolean empty) {
            super.updateItem(row, empty);
            setText(null);
            setGraphic(null);
            pseudoClassStateChanged(HEAD, row instanceof Chosen.OfSection || row instanceof Chosen.Rules);
            if (empty || row == null) {
                return;
            }
            switch (row) {
                case Chosen.Rules _ -> line(UiText.of("Scheme.rules"), "", UiText.of("Scheme.rules"));
                case Chosen.OfSection(String id) -> model.draft().findSection(id).ifPresent(this::section);
                case Chosen.OfCriterion(String id) -> model.draft().findCriterion(id).ifPresent(this::criterion);
            }
        }

        private void section(Section section) {
            line(section.name(), SchemePlace.best(section) + times(section.weight()),
                    UiText.of("Scheme.sectionSpoken", section.name()));
        }

        private void criterion(Criterion criterion) {
            String kind = UiText.of("Kind." + criterion.manner().kind());
            String worth = criterion.isScored() ? Criterion.format(criterion.maximum()) : "";
            String role = criterion.role() == Role.COUNTS ? "" : ", " + UiText.of("Role." + criterion.role().name());
            line(criterion.name(), kind + role + "   " + worth + times(criterion.weight()),
                    UiText.of("Scheme.criterionSpoken", criterion.name(), kind + role, worth));
        }

        private String times(BigDecimal weight) {
            return weight.compareTo(BigDecimal.ONE) == 0 ? "" : "  \u00d7" + Criterion.format(weight);
        }

        private void line(String name, String facts, String spoken) {
            Label left = new Label(name);
            left.setMinWidth(0);
            Label right = new Label(facts);
            right.getStyleClass().add("score-of");
            right.setMinWidth(USE_PREF_SIZE);
            Pane space = new Pane();
            HBox.setHgrow(space, Priority.ALWAYS);
            HBox line = new HBox(left, space, right);
            line.getStyleClass().add("criterion-line");
            line.setMinWidth(0);
            line.setPrefWidth(1);
            setGraphic(line);
            setAccessibleText(spoken);
        }
    }
}
