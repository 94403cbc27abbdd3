package org.epiglyph.desktop.desk;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Naming;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageRoll;

/** Covers the names of the class, uncovers one or all for a reason, and draws strips on pages that are pictures. */
final class NamesSide implements Side {
    private final DeskModel model;
    private final PageRoll pages;
    private final StripHand hand;
    private Shown shown;
    private final TextField reason = new TextField();
    private final VBox content = new VBox();
    private final ScrollPane node = new ScrollPane(content);

    /** Everything this side shows. */
    private record Shown(Naming naming, Covers covers, StudentKey student, boolean drawing) {}

    NamesSide(DeskModel model, PageRoll pages) {
        this.model = model;
        this.pages = pages;
        hand = new StripHand(model, pages, this::add);
        hand.wantedProperty().addListener((_, _, _) -> refresh());
        reason.setId("uncover-reason");
        reason.setPromptText(UiText.of("Names.reasonPrompt"));
        content.getStyleClass().add("names-side");
        node.setFitToWidth(true);
    }

    @Override
    public String name() {
        return "names";
    }

    @Override
    public Region node() {
        return node;
    }

    @Override
    public void leave() {
        hand.setWanted(false);
    }

    @Override
    public void refresh() {
        Batch batch = model.batch();
        if (!batch.isCovered() && hand.wantedProperty().get()) {
            hand.setWanted(false); // which refreshes
            return;
        }
        Shown now = new Shown(batch.naming(), batch.covers(), model.student(), hand.wantedProperty().get());
        if (now.equals(shown)) {
            return; // do not replace what is being pressed or typed in
        }
        shown = now;
        List<Node> nodes = new ArrayList<>();
        if (batch.isCovered()) {
            covered(batch, nodes);
        } else {
            nodes.add(Form.text(UiText.of(batch.covers().isNone() ? "Names.none" : "Names.uncovered"), "tells"));
            nodes.add(Form.hint("Names.explained"));
            nodes.add(act("cover-names", UiText.of("Names.cover"), "main-button", this::cover));
        }
        boolean within = content.getScene() != null && content.getScene().getFocusOwner() != null
                && content.getChildren().contains(content.getScene().getFocusOwner());
        String focused = within ? content.getScene().getFocusOwner().getId() : "";
        content.getChildren().setAll(nodes);
        nodes.stream().filter(n -> focused.equals(n.getId())).forEach(Node::requestFocus);
    }

    private void covered(Batch batch, List<Node> nodes) {
        Submission here = batch.submission(model.student());
        List<Submission> open = batch.submissions().stream().filter(s -> !s.student().isCovered()).toList();
        nodes.add(Form.text(UiText.of("Names.covered", batch.submissions().size(), open.size()), "tells"));
        nodes.add(Form.label("Names.reason", reason));
        nodes.add(reason);
        if (here.student().isCovered()) {
            nodes.add(act("uncover-one", UiText.of("Names.uncoverOne", here.student().name()), "main-button",
                    () -> uncover(Set.of(model.student()))));
        }
        nodes.add(act("uncover-all", UiText.of("Names.uncoverAll"), "plain-button",
                () -> uncover(Set.copyOf(batch.students()))));
        if (!open.isEmpty()) {
            nodes.add(act("cover-again", UiText.of("Names.coverAgain"), "plain-button", this::cover));
        }
        nodes.add(Form.text(UiText.of("Names.strips"), "subheading"));
        nodes.add(Form.hint(hand.wantedProperty().get() ? "Names.drawing" : "Names.stripsExplained"));
        nodes.add(act("draw-strip", UiText.of(hand.wantedProperty().get() ? "Names.drawNot" : "Names.draw"),
                "plain-button",
                () -> hand.setWanted(!hand.wantedProperty().get())));
        List<Covers.Strip> strips = batch.covers().strips();
        if (!strips.contains(Covers.Strip.HEAD)) {
            nodes.add(act("head-strip", UiText.of("Names.head"), "plain-button", () -> add(Covers.Strip.HEAD)));
        }
        for (int i = 0; i < strips.size(); i++) {
            Covers.Strip strip = strips.get(i);
            nodes.add(act("remove-strip-" + i, UiText.of("Names.removeStrip", i + 1, Math.round(strip.top() * 100),
                    Math.round((strip.top() + strip.height()) * 100)), "link-button", () -> remove(strip)));
        }
    }

    private static Button act(String id, String text, String style, Runnable act) {
        Button button = new Button(text);
        button.getStyleClass().add(style);
        button.setId(id);
        button.setWrapText(true);
        button.setOnAction(_ -> act.run());
        return button;
    }

    private void cover() {
        if (model.edit(Covers.everybody(model.batch(), new SecureRandom()))) {
            pages.requestFocus(); // the button is gone
        }
    }

    /** Requires a reason, which the history stores. */
    private void uncover(Set<StudentKey> who) {
        if (reason.getText().isBlank()) {
            model.refuse(UiText.of("Names.needsReason"));
            reason.requestFocus();
            return;
        }
        Set<StudentKey> covered = who.stream()
                .filter(s -> model.batch().submission(s).student().isCovered())
                .collect(Collectors.toSet());
        if (model.edit(new Edit.UncoverNames(covered, reason.getText().strip()))) {
            reason.clear();
            model.report(UiText.of("Names.uncoveredSaid", covered.size()));
            pages.requestFocus();
        }
    }

    private void add(Covers.Strip strip) {
        List<Covers.Strip> strips = new ArrayList<>(model.batch().covers().strips());
        strips.add(strip);
        model.edit(new Edit.DrawStrips(strips));
    }

    private void remove(Covers.Strip strip) {
        List<Covers.Strip> strips = new ArrayList<>(model.batch().covers().strips());
        strips.remove(strip);
        model.edit(new Edit.DrawStrips(strips));
    }
}
