package org.epiglyph.desktop.scheme;

import java.util.Optional;
import java.util.function.BiFunction;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;

/** Everything about one section. */
final class SectionForm extends VBox {
    private final SchemeModel model;
    private final String id;

    SectionForm(SchemeModel model, Section section) {
        this.model = model;
        this.id = section.id();
        getStyleClass().add("scheme-form");
        TextField name = text("name", section.name(),
                (s, t) -> new Section(s.id(), t, s.weight(), s.best(), s.hurdle()));
        TextField weight = text("weight", Criterion.format(section.weight()),
                (s, t) -> new Section(s.id(), s.name(), SaveOnLeave.number(t), s.best(), s.hurdle()));
        TextField best = text("best", section.best().map(String::valueOf).orElse(""), (s, t) -> new Section(s.id(),
                s.name(), s.weight(), SaveOnLeave.whole(t), s.hurdle()));
        TextField hurdle = text("hurdle", section.hurdle().map(Criterion::format).orElse(""),
                (s, t) -> new Section(s.id(), s.name(), s.weight(), s.best(), SaveOnLeave.optional(t)));
        HBox line = new HBox(Form.labelled("Scheme.weight", weight), Form.labelled("Scheme.best", best),
                Form.labelled("Scheme.hurdle", hurdle));
        line.getStyleClass().add("scheme-line");
        getChildren().addAll(Form.labelled("Scheme.name", name), line, Form.hint("Scheme.sectionHint"));
    }

    private TextField text(String field, String value, BiFunction<Section, String, Section> how) {
        TextField text = SaveOnLeave.field(value, typed -> change(how, typed));
        text.setId("section-" + field);
        return text;
    }

    private void change(BiFunction<Section, String, Section> how, String typed) {
        Optional<Section> now = model.draft().findSection(id);
        if (now.isPresent()) {
            model.change(scheme -> scheme.withSections(scheme.sections()
                    .stream()
                    .map(s -> s.id().equals(id) ? how.apply(s, typed) : s)
                    .toList()));
        }
    }
}
