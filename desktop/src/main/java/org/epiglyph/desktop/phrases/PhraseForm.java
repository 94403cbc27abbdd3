package org.epiglyph.desktop.phrases;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;

/** Everything about one phrase, where it is used, and where it may be missing. */
final class PhraseForm extends VBox {
    private static final int MOST_PLACES = 40;
    private static final String SLOTS = "{name}, {number: metres}, {words: which} and {one of: high, low}";
    private static final String HIGHLIGHT = "highlight";
    private final PhrasebookModel model;
    private final String id;

    PhraseForm(PhrasebookModel model, Phrase phrase) {
        this.model = model;
        this.id = phrase.id();
        getStyleClass().add("scheme-form");
        TextField code = text("code", phrase.code(), (p, t) -> p.withCode(t));
        TextField title = text("title", phrase.title(), (p, t) -> p.described(t, p.tags(), p.audience()));
        TextArea area = textArea(phrase);
        TextField effect = text("effect", phrase.effect().map(Criterion::format).orElse(""),
                (p, t) -> p.withEffect(SaveOnLeave.optional(t)));
        TextField tags = text("tags", String.join(", ", phrase.tags()),
                (p, t) -> p.described(p.title(), tags(t), p.audience()));
        CheckBox secret = new CheckBox(UiText.of("Phrases.private"));
        secret.setSelected(phrase.audience() == Audience.PRIVATE);
        secret.setId("phrase-private");
        secret.setOnAction(_ -> change((p, _) -> p.described(p.title(), p.tags(),
                secret.isSelected() ? Audience.PRIVATE : Audience.STUDENT), ""));
        code.setPrefColumnCount(4);
        getChildren().addAll(line(Form.labelled("Phrases.code", code), grown(Form.labelled("Phrases.title", title))),
                Form.labelledArea("Phrases.words", area), Form.text(UiText.of("Phrases.slots", SLOTS), "hint"),
                line(criterion(phrase), Form.labelled("Phrases.effect", effect)), mark(phrase),
                line(grown(Form.labelled("Phrases.tags", tags)), collection(phrase)), secret);
        if (phrase.isChanged()) {
            getChildren().add(Form.text(UiText.of("Phrases.theirs", phrase.source()), "hint"));
        }
        getChildren().addAll(where(phrase));
    }

    private static VBox grown(VBox box) {
        HBox.setHgrow(box, javafx.scene.layout.Priority.ALWAYS);
        return box;
    }

    private static HBox line(Node... nodes) {
        HBox line = new HBox(nodes);
        line.getStyleClass().add("scheme-line");
        return line;
    }

    private static List<String> tags(String typed) {
        return Arrays.stream(typed.split(",")).map(String::strip).filter(t -> !t.isEmpty()).toList();
    }

    private void change(BiFunction<Phrase, String, Phrase> how, String typed) {
        model.shown(id).ifPresent(p -> {
            try {
                Phrase changed = how.apply(p, typed);
                if (!changed.equals(p)) {
                    model.change(changed);
                }
            } catch (IllegalArgumentException e) {
                model.refuse(e.getMessage());
            }
        });
    }

    private TextField text(String field, String value, BiFunction<Phrase, String, Phrase> how) {
        TextField text = SaveOnLeave.field(value, typed -> change(how, typed));
        text.setId("phrase-" + field);
        return text;
    }

    private VBox criterion(Phrase phrase) {
        List<Optional<Criterion>> all = Stream
                .concat(Stream.of(Optional.<Criterion>empty()),
                        model.batch().scheme().criteria().stream().map(Optional::of))
                .toList();
        ComboBox<Optional<Criterion>> choice = SaveOnLeave.choice(all,
                model.batch().scheme().findCriterion(phrase.criterion()),
                c -> c.map(Criterion::name).orElse(UiText.of("Phrases.general")),
                chosen -> change((p, _) -> p.withCriterion(chosen.map(Criterion::id).orElse("")), ""));
        choice.setId("phrase-criterion");
        return grown(new VBox(Form.label("Phrases.criterion", choice), choice));
    }

    private HBox mark(Phrase phrase) {
        List<String> all = new ArrayList<>(List.of("", HIGHLIGHT));
        Arrays.stream(Sign.values()).map(Sign::name).forEach(all::add);
        String now = phrase.mark().map(m -> m.sign().map(Sign::name).orElse(HIGHLIGHT)).orElse("");
        Ink ink = phrase.mark().map(Phrase.With::ink).orElse(Ink.MADDER);
        ComboBox<Ink> inks = SaveOnLeave.choice(List.of(Ink.values()), ink, i -> UiText.of("Ink." + i.name()),
                chosen -> change((p, _) -> p.withMark(p.mark().map(m -> new Phrase.With(m.sign(), chosen))), ""));
        ComboBox<String> marks = SaveOnLeave.choice(all, now, PhraseForm::markText,
                chosen -> change((p, _) -> p.withMark(with(chosen, inks.getValue())), ""));
        marks.setId("phrase-mark");
        inks.setId("phrase-ink");
        inks.setDisable(phrase.mark().isEmpty());
        return line(grown(new VBox(Form.label("Phrases.mark", marks), marks)),
                new VBox(Form.label("Phrases.ink", inks), inks));
    }

    private static String markText(String mark) {
        return switch (mark) {
            case "" -> UiText.of("Phrases.noMark");
            case HIGHLIGHT -> UiText.of("Phrases.highlight");
            default -> UiText.of("Sign." + mark);
        };
    }

    private static Optional<Phrase.With> with(String mark, Ink ink) {
        return switch (mark) {
            case "" -> Optional.empty();
            case HIGHLIGHT -> Optional.of(new Phrase.With(Optional.empty(), ink));
            default -> Optional.of(new Phrase.With(Optional.of(Sign.valueOf(mark)), ink));
        };
    }

    private VBox collection(Phrase phrase) {
        List<Optional<Collection>> all = Stream
                .concat(Stream.of(Optional.<Collection>empty()), model.book().collections().stream().map(Optional::of))
                .toList();
        Optional<Collection> now = model.book()
                .collections()
                .stream()
                .filter(c -> c.id().equals(phrase.collection()))
                .findFirst();
        ComboBox<Optional<Collection>> choice = SaveOnLeave.choice(all, now,
                c -> c.map(Collection::name).orElse(UiText.of("Phrases.ownBatch")),
                chosen -> model.book()
                        .find(id)
                        .ifPresent(p -> model.moveTo(p, chosen.map(Collection::id).orElse(""))));
        choice.setId("phrase-collection");
        VBox both = new VBox(Form.label("Phrases.collection", choice), choice);
        both.getChildren().addAll(copying(phrase));
        return both;
    }

    private TextArea textArea(Phrase phrase) {
        TextArea area = SaveOnLeave.area(phrase.text(), 4, typed -> {
            if (typed.isBlank()) {
                model.refuse(UiText.of("Phrases.noWords"));
            } else {
                change((p, t) -> p.withText(t), typed);
            }
        });
        area.setId("phrase-words");
        area.getStyleClass().add("on-criterion");
        return area;
    }

    /** None if there is no other collection. */
    private List<Node> copying(Phrase phrase) {
        List<Optional<Collection>> others = Stream.concat(Stream.of(Optional.<Collection>empty()),
                model.book()
                        .collections()
                        .stream()
                        .filter(c -> !c.id().equals(phrase.collection()))
                        .map(Optional::of))
                .toList();
        if (others.size() == 1) {
            return List.of();
        }
        ComboBox<Optional<Collection>> copy = SaveOnLeave.choice(others, Optional.empty(),
                c -> c.map(Collection::name).orElse(UiText.of("Phrases.mergeNone")),
                chosen -> chosen.ifPresent(c -> model.copy(phrase, c.id())));
        copy.setId("phrase-copy");
        return List.of(Form.label("Phrases.copy", copy), copy);
    }

    private List<Node> where(Phrase phrase) {
        List<PhraseReach.Place> places = PhraseReach.places(model.batch(), phrase.id());
        List<Node> nodes = new ArrayList<>();
        nodes.add(Form.text(UiText.of("Phrases.uses", places.size()), "rule-heading"));
        nodes.add(Form.text(places.stream()
                .limit(MOST_PLACES)
                .map(p -> UiText.of("Phrases.place", model.batch().naming().listed(p.submission().student()),
                        model.where(p)))
                .collect(Collectors.joining("\n")), "hint"));
        nodes.add(Form.text(UiText.of("Phrases.alsoNeededHeading"), "rule-heading"));
        nodes.add(new MissingList(model.batch().naming(), model.missing(phrase),
                ticked -> model.placeMissing(phrase, ticked)));
        return nodes;
    }
}
