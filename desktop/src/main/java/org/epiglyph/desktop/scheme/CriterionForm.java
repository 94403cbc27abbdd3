package org.epiglyph.desktop.scheme;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;

/** Everything about one criterion. A field saves when it is left or Enter is pressed. */
final class CriterionForm extends VBox {
    private static final String ID = "criterion-";
    private final SchemeModel model;
    private final String id;

    CriterionForm(SchemeModel model, Criterion criterion) {
        this.model = model;
        this.id = criterion.id();
        getStyleClass().add("scheme-form");
        TextField name = text("Scheme.name", "name", criterion.name(), (c, t) -> c.named(t, c.text()));
        TextArea text = area("Scheme.text", "text", criterion.text(), 3, (c, t) -> c.named(c.name(), t));
        getChildren().addAll(Form.labelled("Scheme.name", name), Form.labelledArea("Scheme.text", text),
                new VBox(Form.label("Scheme.kind", kind(criterion)), kinds));
        getChildren().addAll(manner(criterion));
        getChildren().addAll(worth(criterion), place(criterion));
    }

    private ComboBox<String> kinds;

    private Criterion now() {
        return model.draft().criterion(id);
    }

    private void change(BiFunction<Criterion, String, Criterion> how, String typed) {
        if (model.draft().findCriterion(id).isPresent()) {
            model.change(scheme -> scheme.withCriteria(
                    scheme.criteria().stream().map(c -> c.id().equals(id) ? how.apply(c, typed) : c).toList()));
        }
    }

    private TextField text(String label, String field, String value, BiFunction<Criterion, String, Criterion> how) {
        TextField text = SaveOnLeave.field(value, typed -> change(how, typed));
        text.setId(ID + field);
        text.setAccessibleText(UiText.of(label));
        return text;
    }

    private TextArea area(String label, String field, String value, int rows,
            BiFunction<Criterion, String, Criterion> how) {
        TextArea area = SaveOnLeave.area(value, rows, typed -> change(how, typed));
        area.setId(ID + field);
        area.setAccessibleText(UiText.of(label));
        return area;
    }

    private ComboBox<String> kind(Criterion criterion) {
        List<String> all = List.of("points", "levels", "checklist", "counted", "words");
        kinds = SaveOnLeave.choice(all, criterion.manner().kind(), k -> UiText.of("Kind." + k), chosen -> {
            if (!chosen.equals(now().manner().kind())) {
                change((c, k) -> c.withManner(fresh(k, c)), chosen);
            }
        });
        kinds.setId(ID + "kind");
        return kinds;
    }

    /** The initial content of a kind: levels and parts that add up to the present maximum. */
    private static Manner fresh(String kind, Criterion criterion) {
        BigDecimal maximum = criterion.maximum().signum() == 0 ? BigDecimal.TEN : criterion.maximum();
        return switch (kind) {
            case "levels" -> new Manner.Levels(List.of(
                    new Manner.Level("l1", UiText.of("Scheme.fullLevel"), "", maximum, maximum),
                    new Manner.Level("l2", UiText.of("Scheme.noLevel"), "", BigDecimal.ZERO, BigDecimal.ZERO)));
            case "checklist" -> new Manner.Checklist(
                    List.of(new Manner.Part("p1", UiText.of("Scheme.firstPart"), maximum)));
            case "counted" -> new Manner.Counted(Manner.Counted.What.SIGN, Sign.TICK.name(), BigDecimal.ONE,
                    Manner.Counted.From.ZERO, Optional.empty());
            case "words" -> new Manner.WordsOnly();
            default -> new Manner.Points();
        };
    }

    private List<Node> manner(Criterion criterion) {
        return switch (criterion.manner()) {
            case Manner.Points _,Manner.WordsOnly _ -> List.of();
            case Manner.Levels levels -> List.of(Form.labelledArea("Scheme.levels", area("Scheme.levels", "levels",
                    Lines.of(levels), 5, (c, t) -> c.withManner(Lines.levels(t, c.manner())))));
            case Manner.Checklist list -> List.of(Form.labelledArea("Scheme.parts", area("Scheme.parts", "parts",
                    Lines.of(list), 5, (c, t) -> c.withManner(Lines.parts(t, c.manner())))));
            case Manner.Counted counted -> counted(counted);
        };
    }

    private ComboBox<String> countedChoice(Manner.Counted counted) {
        List<String> phrases = model.batch().phrasebook().phrases().stream().map(p -> "phrase " + p.code()).toList();
        List<String> all = Stream.of(Arrays.stream(Sign.values()).map(Sign::name).toList(), phrases, List.of("effects"))
                .flatMap(List::stream)
                .toList();
        String now = switch (counted.what()) {
            case SIGN -> counted.named();
            case PHRASE -> "phrase " + model.batch()
                    .phrasebook()
                    .find(counted.named())
                    .map(p -> p.code())
                    .orElse(counted.named());
            case EFFECTS -> "effects";
        };
        ComboBox<String> what = SaveOnLeave.choice(all, now, CriterionForm::counts,
                chosen -> change((c, w) -> c.withManner(counting((Manner.Counted) c.manner(), w)), chosen));
        what.setId(ID + "counts");
        return what;
    }

    private List<Node> counted(Manner.Counted counted) {
        ComboBox<String> what = countedChoice(counted);
        TextField each = text("Scheme.each", "each", Criterion.format(counted.each()), (c, t) -> {
            Manner.Counted m = (Manner.Counted) c.manner();
            return c.withManner(new Manner.Counted(m.what(), m.named(), SaveOnLeave.number(t), m.from(), m.limit()));
        });
        TextField limit = text("Scheme.limit", "limit", counted.limit().map(String::valueOf).orElse(""), (c, t) -> {
            Manner.Counted m = (Manner.Counted) c.manner();
            return c.withManner(new Manner.Counted(m.what(), m.named(), m.each(), m.from(), SaveOnLeave.whole(t)));
        });
        ComboBox<Manner.Counted.From> from = SaveOnLeave.choice(List.of(Manner.Counted.From.values()), counted.from(),
                f -> UiText.of("Scheme.from." + f.name()), chosen -> change((c, _) -> {
                    Manner.Counted m = (Manner.Counted) c.manner();
                    return c.withManner(new Manner.Counted(m.what(), m.named(), m.each(), chosen, m.limit()));
                }, ""));
        from.setId(ID + "from");
        return List.of(new VBox(Form.label("Scheme.counts", what), what),
                line(Form.labelled("Scheme.each", each), Form.labelled("Scheme.limit", limit),
                        new VBox(Form.label("Scheme.from", from), from)));
    }

    private static String counts(String what) {
        return what.equals("effects")
                ? UiText.of("Scheme.effects")
                : what.startsWith("phrase ")
                        ? UiText.of("Scheme.phrase", what.substring("phrase ".length()))
                        : UiText.of("Sign." + what);
    }

    private static Manner.Counted counting(Manner.Counted before, String what) {
        Manner.Counted.What kind = what.equals("effects")
                ? Manner.Counted.What.EFFECTS
                : what.startsWith("phrase ") ? Manner.Counted.What.PHRASE : Manner.Counted.What.SIGN;
        String named = kind == Manner.Counted.What.EFFECTS
                ? ""
                : kind == Manner.Counted.What.PHRASE ? what.substring("phrase ".length()) : what;
        return new Manner.Counted(kind, named, before.each(), before.from(), before.limit());
    }

    private Node worth(Criterion criterion) {
        TextField maximum = text("Scheme.maximum", "maximum", Criterion.format(criterion.maximum()),
                (c, t) -> c.withMaximum(SaveOnLeave.number(t)));
        maximum.setEditable(criterion.manner().maximum().isEmpty());
        TextField step = text("Scheme.step", "step", Criterion.format(criterion.step()),
                (c, t) -> c.withStep(SaveOnLeave.number(t)));
        TextField weight = text("Scheme.weight", "weight", Criterion.format(criterion.weight()),
                (c, t) -> c.withWeight(SaveOnLeave.number(t)));
        TextField hurdle = text("Scheme.hurdle", "hurdle", criterion.hurdle().map(Criterion::format).orElse(""),
                (c, t) -> c.withHurdle(SaveOnLeave.optional(t)));
        HBox line = line(Form.labelled("Scheme.maximum", maximum), Form.labelled("Scheme.step", step),
                Form.labelled("Scheme.weight", weight), Form.labelled("Scheme.hurdle", hurdle));
        line.setDisable(!criterion.isScored());
        return line;
    }

    private Node place(Criterion criterion) {
        ComboBox<Role> role = SaveOnLeave.choice(List.of(Role.values()), criterion.role(),
                r -> UiText.of("Role." + r.name()),
                chosen -> change((c, _) -> c.withRole(chosen), ""));
        role.setId(ID + "role");
        List<Optional<Section>> sections = Stream.concat(Stream.of(Optional.<Section>empty()),
                model.draft().sections().stream().map(Optional::of)).toList();
        ComboBox<Optional<Section>> section = SaveOnLeave.choice(sections,
                model.draft().findSection(criterion.section()),
                s -> s.map(Section::name).orElse(UiText.of("Scheme.noSection")), chosen -> change(
                        (c, _) -> c.inSection(chosen.map(Section::id).orElse(""), c.alternative()), ""));
        section.setId(ID + "section");
        TextField either = text("Scheme.either", "either", criterion.alternative(),
                (c, t) -> c.inSection(c.section(), t));
        return line(new VBox(Form.label("Scheme.role", role), role),
                new VBox(Form.label("Scheme.section", section), section), Form.labelled("Scheme.either", either));
    }

    private static HBox line(Node... nodes) {
        HBox line = new HBox(nodes);
        line.getStyleClass().add("scheme-line");
        return line;
    }
}
