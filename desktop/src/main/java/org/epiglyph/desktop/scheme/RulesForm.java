package org.epiglyph.desktop.scheme;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.LatePenalty;
import org.epiglyph.core.scoring.Rounding;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scaling;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;

/** The rules from the total to the result, in the order in which they apply. */
final class RulesForm extends VBox {
    private static final Scaling NONE = new Scaling(BigDecimal.ONE, BigDecimal.ZERO);
    private static final String ID = "rule-";
    private static final Duration DAY = Duration.ofDays(1);
    private static final Duration HOUR = Duration.ofHours(1);
    private final SchemeModel model;

    RulesForm(SchemeModel model) {
        this.model = model;
        getStyleClass().add("scheme-form");
        Rules rules = model.draft().rules();
        getChildren().add(Form.hint("Scheme.rulesHint"));
        getChildren().addAll(scaling(rules));
        getChildren().addAll(lateness(rules));
        getChildren().addAll(bounds(rules));
        getChildren().addAll(rounding(rules));
        getChildren().addAll(grades(rules));
    }

    private TextField text(String field, String value, BiFunction<Rules, String, Rules> how) {
        TextField text = SaveOnLeave.field(value, typed -> model.rule(r -> how.apply(r, typed)));
        text.setId(ID + field);
        return text;
    }

    private static HBox line(Node... nodes) {
        HBox line = new HBox(nodes);
        line.getStyleClass().add("scheme-line");
        return line;
    }

    private static Node heading(String key) {
        return Form.text(UiText.of(key), "rule-heading");
    }

    private List<Node> scaling(Rules rules) {
        Scaling scaling = rules.scaling().orElse(NONE);
        TextField factor = text("factor", Criterion.format(scaling.factor()),
                (r, t) -> scaled(r, s -> s.withLine(SaveOnLeave.number(t), s.shift())));
        TextField shift = text("shift", Criterion.format(scaling.shift()),
                (r, t) -> scaled(r, s -> s.withLine(s.factor(), SaveOnLeave.number(t))));
        return List.of(heading("Scheme.scaling"),
                line(Form.labelled("Scheme.factor", factor), Form.labelled("Scheme.shift", shift)));
    }

    private static Rules scaled(Rules rules, UnaryOperator<Scaling> change) {
        Scaling scaling = change.apply(rules.scaling().orElse(NONE));
        return rules.withScaling(scaling.isIdentity() ? Optional.empty() : Optional.of(scaling));
    }

    private ComboBox<Duration> unit(LatePenalty late) {
        ComboBox<Duration> unit = SaveOnLeave.choice(List.of(DAY, HOUR), late.unit(),
                u -> UiText.of(u.equals(DAY) ? "Scheme.day" : "Scheme.hour"),
                chosen -> model.rule(r -> late(r, l -> new LatePenalty(chosen, l.each(), l.steps(), l.basis(),
                        l.most(), l.floor(), l.until()))));
        unit.setId(ID + "late-unit");
        return unit;
    }

    private ComboBox<LatePenalty.Basis> basis(LatePenalty late) {
        ComboBox<LatePenalty.Basis> basis = SaveOnLeave.choice(List.of(LatePenalty.Basis.values()), late.basis(),
                b -> UiText.of("Scheme.basis." + b.name()),
                chosen -> model.rule(r -> late(r, l -> new LatePenalty(l.unit(), l.each(), l.steps(), chosen,
                        l.most(), l.floor(), l.until()))));
        basis.setId(ID + "late-basis");
        return basis;
    }

    private List<Node> lateness(Rules rules) {
        LatePenalty none = LatePenalty.each(DAY, BigDecimal.ZERO);
        LatePenalty late = rules.lateness().orElse(none);
        TextField each = text("late-each", Criterion.format(late.each()), (r, t) -> late(r, l -> new LatePenalty(
                l.unit(), SaveOnLeave.number(t), l.steps(), l.basis(), l.most(), l.floor(), l.until())));
        ComboBox<Duration> unit = unit(late);
        ComboBox<LatePenalty.Basis> basis = basis(late);
        TextField most = text("late-most", late.most().map(Criterion::format).orElse(""),
                (r, t) -> late(r,
                        l -> new LatePenalty(l.unit(), l.each(), l.steps(), l.basis(), SaveOnLeave.optional(t),
                                l.floor(), l.until())));
        TextField floor = text("late-floor", late.floor().map(Criterion::format).orElse(""),
                (r, t) -> late(r, l -> new LatePenalty(l.unit(), l.each(), l.steps(), l.basis(), l.most(),
                        SaveOnLeave.optional(t), l.until())));
        TextField until = text("late-until", late.until().map(u -> String.valueOf(u.toHours())).orElse(""),
                (r, t) -> late(r, l -> new LatePenalty(l.unit(), l.each(), l.steps(), l.basis(), l.most(), l.floor(),
                        SaveOnLeave.whole(t).map(Duration::ofHours))));
        TextField steps = text("late-steps", steps(late), (r, t) -> late(r, l -> new LatePenalty(l.unit(), l.each(),
                steps(t), l.basis(), l.most(), l.floor(), l.until())));
        return List.of(heading("Scheme.lateness"),
                line(Form.labelled("Scheme.lateEach", each), new VBox(Form.label("Scheme.lateUnit", unit), unit),
                        new VBox(Form.label("Scheme.lateBasis", basis), basis)),
                line(Form.labelled("Scheme.lateMost", most), Form.labelled("Scheme.lateFloor", floor),
                        Form.labelled("Scheme.lateUntil", until)),
                Form.labelled("Scheme.lateSteps", steps));
    }

    private static Rules late(Rules rules, java.util.function.UnaryOperator<LatePenalty> how) {
        LatePenalty late = how.apply(rules.lateness().orElse(LatePenalty.each(DAY, BigDecimal.ZERO)));
        boolean nothing = late.each().signum() == 0 && late.steps().isEmpty() && late.until().isEmpty();
        return rules.withLateness(nothing ? Optional.empty() : Optional.of(late));
    }

    /** "24 h 10, 48 h 25" */
    private static String steps(LatePenalty late) {
        return String.join(", ", late.steps()
                .stream()
                .map(s -> s.after().toHours() + " h " + Criterion.format(s.percent()))
                .toList());
    }

    private static List<LatePenalty.Tier> steps(String typed) {
        List<LatePenalty.Tier> steps = new ArrayList<>();
        for (String step : typed.split(",")) {
            if (step.isBlank()) {
                continue;
            }
            String[] words = step.strip().split("\\s*h\\s+");
            if (words.length != 2 || words[0].isBlank()) {
                throw new IllegalArgumentException(UiText.of("Scheme.noStep", step.strip()));
            }
            steps.add(new LatePenalty.Tier(Duration.ofHours(SaveOnLeave.whole(words[0]).orElseThrow()),
                    SaveOnLeave.number(words[1])));
        }
        return steps;
    }

    private List<Node> bounds(Rules rules) {
        CheckBox above = new CheckBox(UiText.of("Scheme.above"));
        above.setSelected(rules.aboveMaximum());
        above.setId(ID + "above");
        CheckBox below = new CheckBox(UiText.of("Scheme.below"));
        below.setSelected(rules.belowZero());
        below.setId(ID + "below");
        above.setOnAction(_ -> model.rule(r -> r.withBounds(above.isSelected(), r.belowZero())));
        below.setOnAction(_ -> model.rule(r -> r.withBounds(r.aboveMaximum(), below.isSelected())));
        TextField missed = text("missed", rules.missed().map(Criterion::format).orElse(""),
                (r, t) -> r.withMissed(SaveOnLeave.optional(t)));
        return List.of(heading("Scheme.bounds"), above, below, Form.labelled("Scheme.missed", missed));
    }

    private List<Node> rounding(Rules rules) {
        TextField step = text("rounding-step", Criterion.format(rules.rounding().step()),
                (r, t) -> r.withRounding(new Rounding(SaveOnLeave.number(t), r.rounding().rule())));
        ComboBox<Rounding.Rule> rule = SaveOnLeave.choice(List.of(Rounding.Rule.values()), rules.rounding().rule(),
                Rounding.Rule::label,
                chosen -> model.rule(r -> r.withRounding(new Rounding(r.rounding().step(), chosen))));
        rule.setId(ID + "rounding-rule");
        return List.of(heading("Scheme.rounding"), line(Form.labelled("Scheme.roundingStep", step),
                new VBox(Form.label("Scheme.roundingRule", rule), rule)));
    }

    private List<Node> grades(Rules rules) {
        List<Optional<GradeScale>> all = Stream.of(Stream.of(Optional.<GradeScale>empty()),
                rules.grades().stream().filter(g -> !GradeScale.READY.contains(g)).map(Optional::of),
                GradeScale.READY.stream().map(Optional::of)).flatMap(s -> s).toList();
        ComboBox<Optional<GradeScale>> scale = SaveOnLeave.choice(all, rules.grades(),
                g -> g.map(GradeScale::name).orElse(UiText.of("Scheme.noGrades")),
                chosen -> model.rule(r -> r.withGrades(chosen)));
        scale.setId(ID + "grades");
        List<Node> nodes = new ArrayList<>(List.of(heading("Scheme.grades"), scale));
        rules.grades().ifPresent(g -> {
            TextArea boundaries = SaveOnLeave.area(Lines.of(g), g.boundaries().size(),
                    typed -> model.rule(r -> r.withGrades(
                            Optional.of(Lines.grades(g.name(), typed)))));
            boundaries.setId(ID + "boundaries");
            nodes.add(Form.labelledArea("Scheme.boundaries", boundaries));
        });
        return nodes;
    }
}
