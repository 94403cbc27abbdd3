package org.epiglyph.desktop.desk;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.SetAside;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.passages.Corpus;
import org.epiglyph.core.passages.Pairs;
import org.epiglyph.core.passages.Passage;
import org.epiglyph.core.passages.Source;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.paper.Piece;

/**
 * Who else has the same words, beyond the task's own; selecting one shows both papers beside each other with the
 * passages highlighted in both. It makes no judgement, and nothing of it reaches a student.
 */
final class PassagesSide implements Side {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM, HH:mm", Locale.ENGLISH);
    private static final int MOST_WORDS = 18;
    private static final int MOST_PAIRS = 200;
    private static final int MOST_GROUPS = 5;
    private final DeskModel model;
    private final PageRoll roll;
    private final Pieces pieces;
    private final PassagesModel passages;
    private final PageRoll other;
    private final Label message = Form.text("", "hint");
    private final VBox choices = new VBox();
    private final BatchChoices batches;
    private final Button back = Form.button("Passages.back", "link-button", this::toClass);
    private final FoundRows<Corpus.Common> students;
    private final FoundRows<Pairs.Pair> pairs;
    private final FoundRows<Shared> list;
    private final HBox settingAside = new HBox();
    private final Button ofClass = Form.button("Passages.pairs", "link-button", this::showPairs);
    private final SetAsideList aside;
    private final VBox node;
    private Optional<Corpus.Common> chosen = Optional.empty();
    private Optional<Source> cameFrom = Optional.empty();
    private Optional<Submission> compared = Optional.empty();
    private int wordCount;

    /** A passage shared by two works that are shown beside each other. */
    private record Shared(Passage passage, PassagesModel.Pair pair) {}

    PassagesSide(DeskModel model, PageRoll roll, PageImages images, Pieces pieces) {
        this.model = model;
        this.roll = roll;
        this.pieces = pieces;
        passages = new PassagesModel(model, images, this::show);
        other = new PageRoll(images, _ -> {}, _ -> {});
        other.setAccessibleText(UiText.of("Passages.otherPages"));
        other.setId("passages-other");
        message.setId("passages-said");
        back.setId("passages-back");
        ofClass.setId("passages-pairs-button");
        students = new FoundRows<>("passages-list", this::describe, this::choose);
        pairs = new FoundRows<>("passages-pairs", this::describe, this::choose);
        list = new FoundRows<>("passages-shared", PassagesSide::describe, this::reveal);
        aside = new SetAsideList(model, this::compare);
        batches = new BatchChoices(model, folders -> {
            passages.withElsewhere(folders);
            compare();
        });
        fillChoices();
        for (Region part : List.of(students, pairs, other)) {
            VBox.setVgrow(part, Priority.ALWAYS);
        }
        node = new VBox(message, choices, back, students, pairs, aside, list, settingAside, other);
        node.getStyleClass().add("side-content");
        forget();
    }

    private void fillChoices() {
        choices.getChildren()
                .addAll(choice("own", true, passages::leaveOutQuotations),
                        choice("commonplace", true, passages::leaveOutCommonplace),
                        choice("given", true, passages::withGiven),
                        batches, ofClass);
        settingAside.getChildren()
                .addAll(setAside(SetAside.Reason.QUOTATION), setAside(SetAside.Reason.GIVEN_TEXT));
        settingAside.getStyleClass().add("field-line");
    }

    private CheckBox choice(String name, boolean selected, Consumer<Boolean> chosen) {
        CheckBox box = new CheckBox(UiText.of("Passages." + name));
        box.setId("passages-" + name);
        box.setWrapText(true);
        box.setSelected(selected);
        box.setOnAction(_ -> {
            chosen.accept(box.isSelected());
            compare();
        });
        return box;
    }

    private Button setAside(SetAside.Reason reason) {
        Button button = Form.button("Passages.aside." + reason, "plain-button",
                () -> list.chosen().ifPresent(s -> setAside(s, reason)));
        button.setId("passages-aside-" + reason);
        return button;
    }

    /** Sets the passage aside as nobody's own work, whoever's work contains it. */
    private void setAside(Shared shared, SetAside.Reason reason) {
        String text = shared.pair.own().words(shared.passage.at(), shared.passage.length());
        if (aside.add(new SetAside(text, reason))) {
            toClass();
        }
    }

    @Override
    public String name() {
        return "passages";
    }

    @Override
    public Region node() {
        return node;
    }

    @Override
    public double width() {
        return 400;
    }

    @Override
    public void arrive() {
        batches.refresh();
        compare();
    }

    @Override
    public void leave() {
        passages.stop();
        forget();
    }

    @Override
    public void refresh() {
        if (compared.filter(this::isOnDesk).isEmpty()) {
            compare();
        }
    }

    /** True for the work on the desk as long as the same documents count. */
    private boolean isOnDesk(Submission submission) {
        return submission.student().key().equals(model.student())
                && submission.documents().equals(model.submission().documents());
    }

    private void compare() {
        compared = Optional.of(model.submission());
        forget();
        passages.compare();
    }

    private void forget() {
        beside(Optional.empty());
        students.show(List.of());
        aside.refresh();
        message.setText(UiText.of("Passages.notReady", 0, model.batch().submissions().size()));
        other.found(Map.of());
        roll.found(Map.of());
    }

    /** Shows the work on the desk beside another one; without one, the class is listed to choose from. */
    private void beside(Optional<Corpus.Common> common) {
        chosen = common;
        boolean pair = common.isPresent();
        Form.show(choices, !pair);
        Form.show(students, !pair);
        Form.show(pairs, false);
        Form.show(aside, !pair && !aside.isEmpty());
        Form.show(back, pair);
        Form.show(list, pair);
        Form.show(settingAside, pair);
        Form.show(other, pair);
        list.show(List.of());
    }

    private void toClass() {
        cameFrom = chosen.map(Corpus.Common::other);
        compare();
    }

    // --- the class

    private void showPairs() {
        beside(Optional.empty());
        Form.show(choices, false);
        Form.show(students, false);
        Form.show(aside, false);
        Form.show(pairs, true);
        Form.show(back, true);
        pairs.show(List.of());
        message.setText(UiText.of("Passages.reading"));
        compared = Optional.empty();
        passages.pairs(found -> {
            List<Pairs.Pair> most = found.pairs().stream().limit(MOST_PAIRS).toList();
            message.setText(UiText.of("Passages.pairsSaid", found.pairs().size()) + groups(found.groups()));
            pairs.show(most);
            pairs.focus();
        });
    }

    private String groups(List<Set<StudentKey>> groups) {
        return groups.stream()
                .map(g -> " " + UiText.of("Passages.group",
                        String.join(", ", g.stream().map(model.batch()::listedName).toList())))
                .limit(MOST_GROUPS)
                .collect(Collectors.joining());
    }

    private String describe(Pairs.Pair pair) {
        return UiText.of("Passages.pair", model.batch().listedName(pair.one()), model.batch().listedName(pair.other()),
                pair.wordCount());
    }

    /** Opens one of the pair, with the other selected there. */
    private void choose(Pairs.Pair pair) {
        cameFrom = Optional.of(new Source.Mate(pair.other()));
        model.open(pair.one());
        compare();
    }

    private void show(PassagesModel.Known known) {
        if (!isOnDesk(known.submission()) || chosen.isPresent() || compared.isEmpty()) {
            return;
        }
        wordCount = known.wordCount().orElse(0);
        message.setText(sentence(known));
        students.show(known.common());
        known.common().stream().filter(c -> cameFrom.equals(Optional.of(c.other()))).findFirst().ifPresent(c -> {
            students.choose(Optional.of(c));
            students.focus();
            cameFrom = Optional.empty();
        });
    }

    /** Distinguishes nothing received, not ready, no words, no passages, and some. */
    private String sentence(PassagesModel.Known known) {
        if (known.submission().documents().isEmpty()) {
            return UiText.of("Passages.nothing");
        }
        if (known.wordCount().filter(w -> w == 0).isPresent()) {
            return UiText.of("Passages.noWords");
        }
        String progress = known.complete()
                ? ""
                : " " + UiText.of("Passages.notReady", known.looked(), model.batch().submissions().size());
        if (known.common().isEmpty()) {
            return known.complete() ? UiText.of("Passages.none", Corpus.LEAST) : progress.strip();
        }
        return UiText.of("Passages.some", known.common().size()) + progress;
    }

    private String describe(Corpus.Common common) {
        String when = common.other() instanceof Source.Mate(StudentKey student)
                ? model.batch()
                        .submission(student)
                        .current()
                        .flatMap(HandIn::at)
                        .map(t -> "\n" + UiText.of("Passages.received", DAY.format(t.atZone(model.zone()))))
                        .orElse("")
                : "";
        return UiText.of("Passages.row", nameOf(common.other()),
                Math.round(100.0 * common.wordCount() / Math.max(1, wordCount)), common.passages().size()) + when;
    }

    private String nameOf(Source source) {
        return switch (source) {
            case Source.Mate(StudentKey student) -> model.batch().listedName(student);
            case Source.Given(String document) ->
                model.batch().aids().find(document).map(Document::name).orElse(UiText.of("Passages.gone"));
            case Source.Elsewhere(String _, String batch, StudentKey student, String name) -> {
                boolean same = student.equals(model.student());
                yield UiText.of("Passages.elsewhereRow", batch,
                        same
                                ? UiText.of("Passages.same")
                                : model.batch().isCovered() ? UiText.of("Passages.somebody") : name);
            }
        };
    }

    // --- two works

    private void choose(Corpus.Common common) {
        beside(Optional.of(common));
        message.setText(UiText.of("Passages.reading"));
        passages.pair(common.other(), pair -> showBoth(common, pair), this::compare);
    }

    /** Shows both papers beside each other, as far as the other one is available. */
    private void showBoth(Corpus.Common common, PassagesModel.Pair pair) {
        Batch batch = model.batch();
        Thread.ofVirtual().start(() -> {
            List<Piece> made = switch (common.other()) {
                case Source.Mate(StudentKey student) ->
                    pieces.of(batch.submission(student).documents(), Optional.of(batch.submission(student)));
                case Source.Given(String document) ->
                    pieces.of(batch.aids().find(document).stream().toList(), Optional.empty());
                case Source.Elsewhere _ -> pieces.of(pair.elsewhere(), Optional.empty());
            };
            Platform.runLater(() -> {
                if (chosen.equals(Optional.of(common))) {
                    message.setText(UiText.of(pair.other().isEmpty() ? "Passages.withUnseen" : "Passages.with",
                            nameOf(common.other())));
                    Form.show(other, pair.other().isPresent());
                    other.show(made);
                    draw(common, pair);
                    list.show(common.passages().stream().map(p -> new Shared(p, pair)).toList());
                    list.focus();
                    reveal(list.items().getFirst());
                }
            });
        });
    }

    private void draw(Corpus.Common common, PassagesModel.Pair pair) {
        Map<PageRef, List<PageBox>> here = new HashMap<>();
        Map<PageRef, List<PageBox>> there = new HashMap<>();
        for (Passage passage : common.passages()) {
            add(here, pair.own().boxes(passage.at(), passage.length()));
            pair.other().ifPresent(o -> add(there, o.boxes(passage.otherAt(), passage.length())));
        }
        roll.found(here);
        other.found(there);
    }

    private static void add(Map<PageRef, List<PageBox>> all, Map<PageRef, List<PageBox>> more) {
        more.forEach((page, boxes) -> all.computeIfAbsent(page, _ -> new ArrayList<>()).addAll(boxes));
    }

    private static String describe(Shared shared) {
        Passage passage = shared.passage;
        String text = shared.pair.own().words(passage.at(), Math.min(MOST_WORDS, passage.length()));
        return UiText.of("Passages.passage", passage.length(), text)
                + (passage.length() > MOST_WORDS ? " \u2026" : "");
    }

    /** Scrolls both papers to a passage. */
    private void reveal(Shared shared) {
        list.choose(Optional.of(shared));
        reveal(roll, shared.pair.own().boxes(shared.passage.at(), shared.passage.length()));
        shared.pair.other()
                .ifPresent(o -> reveal(other, o.boxes(shared.passage.otherAt(), shared.passage.length())));
    }

    private static void reveal(PageRoll roll, Map<PageRef, List<PageBox>> boxes) {
        boxes.entrySet().stream().findFirst().ifPresent(e -> roll.reveal(e.getKey(), PageBox.around(e.getValue())));
    }
}
