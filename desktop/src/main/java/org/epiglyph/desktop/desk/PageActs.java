package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.settings.View.Arrangement;
import org.epiglyph.desktop.settings.View.Zoom;

/** Acts on how pages are turned and shown, which hand-in is shown, and which parts of the desk are visible. */
final class PageActs {
    private static final double ZOOM_STEP = 1.2;
    private static final double NATURAL = 96.0 / 72;
    private static final List<String> FOLDING = List.of("F2", "F4", "F5", "F6");
    private final DeskModel model;
    private final PageRoll pages;
    private final Looks looks;

    PageActs(DeskModel model, PageRoll pages, Looks looks) {
        this.model = model;
        this.pages = pages;
        this.looks = looks;
    }

    List<Act> all() {
        List<Act> acts = new ArrayList<>(turning());
        acts.addAll(size());
        acts.addAll(looking());
        acts.addAll(handIns());
        return acts;
    }

    private List<Act> turning() {
        return List.of(Act.of("Desk.act.pageOn", "PAGE_DOWN", () -> pages.turnPages(1)).repeating(),
                Act.of("Desk.act.pageBack", "PAGE_UP", () -> pages.turnPages(-1)).repeating(),
                Act.of("Desk.act.firstPage", "Shortcut+HOME", this::hasPages,
                        () -> pages.reveal(pages.pages().getFirst(), 0)),
                Act.of("Desk.act.lastPage", "Shortcut+END", this::hasPages,
                        () -> pages.reveal(pages.pages().getLast(), 0)),
                Act.of("Desk.act.turnPage", "Shortcut+R", () -> pages.pageInSight().ifPresent(model::turn)));
    }

    private boolean hasPages() {
        return !pages.pages().isEmpty();
    }

    private List<Act> size() {
        return List.of(Act.of("Desk.act.zoomIn", "Shortcut+PLUS", () -> pages.zoomBy(ZOOM_STEP)).repeating(),
                Act.of("Desk.act.zoomIn", "Shortcut+EQUALS", () -> pages.zoomBy(ZOOM_STEP)).repeating(),
                Act.of("Desk.act.zoomOut", "Shortcut+MINUS", () -> pages.zoomBy(1 / ZOOM_STEP)).repeating(),
                zoom("fitWidth", "Shortcut+DIGIT0", Zoom.FIT_WIDTH), zoom("fitPage", "Shortcut+DIGIT9", Zoom.FIT_PAGE),
                zoom("natural", "Shortcut+DIGIT8", Zoom.of(NATURAL)));
    }

    private Act zoom(String name, String key, Zoom zoom) {
        return Act.of("Desk.act." + name, key, () -> looks.change(v -> v.withZoom(zoom)));
    }

    private List<Act> looking() {
        List<Act> acts = new ArrayList<>(List.of(arranged("continuous", "F7", Arrangement.CONTINUOUS),
                arranged("single", "F8", Arrangement.SINGLE), arranged("facing", "F9", Arrangement.FACING),
                arranged("automatic", "Shift+F9", Arrangement.AUTOMATIC)));
        for (int i = 0; i < FOLDING.size(); i++) {
            String part = PartsInSight.NAMES.get(i);
            acts.add(Act.of("Desk.act.fold." + part, FOLDING.get(i), () -> looks.fold(part)));
        }
        acts.add(Act.of("Desk.act.straight", "Shortcut+Shift+R",
                () -> model.report(UiText.of(pages.toggleStraight() ? "Desk.straight" : "Desk.notStraight"))));
        acts.add(Act.of("Desk.act.contrast", "Shortcut+Shift+K",
                () -> model.report(UiText.of(pages.toggleContrast() ? "Desk.contrast" : "Desk.noContrast"))));
        return acts;
    }

    private Act arranged(String name, String key, Arrangement arrangement) {
        return Act.of("Desk.act." + name, key, () -> looks.change(v -> v.withArrangement(arrangement)));
    }

    private List<Act> handIns() {
        return List.of(Act.of("Desk.act.otherHandIn", "H", this::hasOthers, this::otherHandIn),
                Act.of("Desk.act.letCount", "Shift+H", this::hasOthers, model::letShownCount));
    }

    private boolean hasOthers() {
        return model.submission().handIns().size() > 1;
    }

    /** Looks at the previous hand-in; after the oldest, at the newest again. */
    private void otherHandIn() {
        List<Integer> numbers = model.submission().handIns().stream().map(HandIn::number).toList();
        int at = numbers.indexOf(model.shownHandIn().orElseThrow().number());
        model.shownHandInProperty().set(Optional.of(numbers.get((at + numbers.size() - 1) % numbers.size())));
    }
}
