package org.epiglyph.desktop.handback;

import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.BatchTitle;
import org.epiglyph.desktop.frame.PartByPart;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.workspace.Workspace;

/**
 * Handing back: the class with its findings on the left, the proof of the selected student in the middle, the
 * destination on the right.
 */
public final class HandBack implements Place {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM, HH:mm", Locale.ENGLISH);
    private final HandBackModel model;
    private final LookOverModel lookOver;
    private final ProofModel proofs;
    private final Ways ways;
    private final LookOverList list;
    private final ProofPane proof;
    private final OutgoingPane wayOut;
    private final HBox root = new HBox();
    private PartByPart parts;
    private boolean left = true;
    private Optional<StudentKey> chosen = Optional.empty();

    /**
     * Navigation from this place.
     *
     * @param toShelf   to the shelf
     * @param toDesk    to a student at the desk, and there to a finding
     * @param toLetters to letters for some students; none for those from whom nothing was received
     */
    public record Ways(Runnable toShelf, BiConsumer<Optional<StudentKey>, Optional<Finding>> toDesk,
            Consumer<Set<StudentKey>> toLetters) {}

    /** @param token a default token for the record service; may be empty */
    public HandBack(HandBackModel model, String token, Ways ways) {
        this.model = model;
        this.ways = ways;
        lookOver = new LookOverModel(model.workspace(), model.dictionary(), SerialExecutor.thread(),
                SerialExecutor.thread(), model::choices);
        proofs = new ProofModel(model.workspace(), model.clock(), SerialExecutor.thread(), model::choices);
        proof = new ProofPane(proofs, () -> step(1));
        list = new LookOverList(lookOver, model.record().seenProperty().map(this::describe),
                (student, finding) -> ways.toDesk.accept(Optional.of(student), finding),
                this::choose, proof::scroll);
        wayOut = new OutgoingPane(model, lookOver, token, list::chosen, ways.toLetters());
        HBox.setHgrow(proof, Priority.ALWAYS);
        root.getStyleClass().addAll("place", "hand-back");
        lookOver.rowsProperty().addListener((_, _, _) -> refresh());
        list.onChosen(wayOut::refresh);
        model.outcomesProperty().addListener((_, _, _) -> lookOver.refresh());
        model.plainProperty().addListener((_, _, _) -> onSelectionChange());
        model.profileProperty().addListener((_, _, _) -> onSelectionChange());
    }

    private void choose(StudentKey student) {
        if (!chosen.equals(Optional.of(student)) || proofs.shownProperty().get().isEmpty()) {
            chosen = Optional.of(student);
            proofs.show(student);
        }
    }

    /** The work may have changed. */
    private void refresh() {
        wayOut.refresh();
        chosen.filter(c -> proofs.shownProperty()
                .get()
                .filter(s -> s.proof().batch().submission(c) == lookOver.batch().submission(c)
                        && s.proof().student().equals(c))
                .isEmpty()).ifPresent(proofs::show);
    }

    private Map<StudentKey, String> describe(Map<StudentKey, RecordModel.Seen> seen) {
        Map<StudentKey, String> texts = new HashMap<>();
        seen.forEach((student, s) -> texts.put(student, s.opened()
                .map(at -> UiText.of("HandBack.opened", WHEN.format(at.atZone(model.batch().task().zone()))))
                .orElse(UiText.of(!s.there()
                        ? "HandBack.notThere"
                        : s.visible() ? "HandBack.notOpened" : "HandBack.heldThere"))));
        return texts;
    }

    private void onSelectionChange() {
        lookOver.refresh();
        chosen.ifPresent(proofs::show);
    }

    private void step(int by) {
        list.step(by);
    }

    /** Students whose record was asked and who have not opened what they may see. */
    public Set<StudentKey> unopened() {
        return model.record()
                .seenProperty()
                .get()
                .entrySet()
                .stream()
                .filter(e -> e.getValue().there() && e.getValue().visible() && e.getValue().opened().isEmpty())
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
    }

    /** True if it is the place of this open batch. */
    public boolean isOf(Workspace workspace) {
        return model.workspace() == workspace;
    }

    /** Also what was shown before is styled anew, which takes long. */
    private void show() {
        root.getChildren().setAll(list);
        parts = new PartByPart(List.of(PartByPart.once(() -> root.getChildren().add(proof)),
                PartByPart.once(() -> root.getChildren().add(wayOut)), wayOut::createNext));
        parts.then(lookOver::refresh);
        parts.start(root);
    }

    @Override
    public void arrive() {
        if (left) {
            left = false;
            show();
        } else {
            lookOver.refresh();
        }
        chosen.filter(_ -> proofs.shownProperty().get().isEmpty()).ifPresent(proofs::show); // the proof was removed when the place was left
        list.arrive();
    }

    @Override
    public void leave() {
        parts.end();
        left = true;
        proofs.close();
    }

    @Override
    public boolean showsProgress() {
        return true;
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Place.shelf", "Shortcut+DIGIT1", ways.toShelf),
                Act.of("Place.desk", "Shortcut+DIGIT2",
                        () -> ways.toDesk.accept(list.picked(), Optional.empty())),
                Act.of("HandBack.nextStudent", "Shortcut+DOWN", () -> step(1)).repeating(),
                Act.of("HandBack.previousStudent", "Shortcut+UP", () -> step(-1)).repeating(),
                Act.of("HandBack.goFirst", "G", list::goFirst),
                Act.of("HandBack.fixFirst", "F", list::fixFirst),
                Act.of("HandBack.acceptFirst", "A", list::acceptFirst),
                Act.of("HandBack.undo", "Shortcut+Z", () -> chosen.ifPresent(lookOver::undo)).repeating());
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty(BatchTitle.of(model.batch()));
    }
}
