package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.scene.layout.Pane;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.pages.PageImages;

/** The leaves that are nodes at present, with what is drawn on them. */
final class Leaves {
    /** Number of coarse images of a slow document that are prepared ahead. */
    private static final int PAGES_AHEAD = 4;
    private final PageImages images;
    private final Pane sheet;
    private final Consumer<PageLeaf> equip;
    private final LeafImages drawing;
    private final Map<PageRef, PageLeaf> leaves = new ConcurrentHashMap<>();
    private final List<PageLeaf> wanting = new ArrayList<>();
    private Map<PageRef, List<Mark>> marks = Map.of();
    private List<String> chosen = List.of();
    private Map<PageRef, List<PageBox>> found = Map.of();
    private Map<PageRef, List<PageBox>> hints = Map.of();
    private final PictureLook look;
    private boolean grips;
    private List<String> spoken = List.of();
    private volatile double pixels;

    /**
     * @param sheet the parent of the leaves
     * @param equip attaches the gestures of a new leaf
     */
    Leaves(PageImages images, Pane sheet, Consumer<PageLeaf> equip) {
        this.images = images;
        this.sheet = sheet;
        this.equip = equip;
        look = new PictureLook(images);
        drawing = new LeafImages(images, leaf -> leaves.get(leaf.page()) == leaf, () -> pixels);
    }

    void clear() {
        leaves.clear();
        wanting.clear();
    }

    Optional<PageLeaf> of(PageRef page) {
        return Optional.ofNullable(leaves.get(page));
    }

    void marks(List<Mark> all, List<String> chosenMarks, boolean withGrips) {
        marks = all.stream().collect(Collectors.groupingBy(Mark::page));
        grips = withGrips;
        chosen = chosenMarks;
        leaves.values().forEach(this::showMarks);
    }

    private void showMarks(PageLeaf leaf) {
        leaf.marks(marks.getOrDefault(leaf.page(), List.of()), chosen, grips);
        leaf.spoken(marks.getOrDefault(leaf.page(), List.of()), spoken);
    }

    /** Shows beside which marks there are spoken remarks, from the next marks on. */
    void spoken(List<String> ids) {
        spoken = ids;
    }

    /** Shows where words were found or selected. */
    void found(Map<PageRef, List<PageBox>> places) {
        found = places;
        leaves.values().forEach(this::showFound);
    }

    /** Shows where the language may need a correction. */
    void hints(Map<PageRef, List<PageBox>> places) {
        hints = places;
        leaves.values().forEach(this::showFound);
    }

    private void showFound(PageLeaf leaf) {
        leaf.found(found.getOrDefault(leaf.page(), List.of()));
        leaf.hints(hints.getOrDefault(leaf.page(), List.of()));
    }

    /**
     * The page's leaf at a scale, created if necessary.
     *
     * @param scale  interface pixels per point
     * @param output screen pixels per interface pixel
     */
    PageLeaf at(PageRef page, PageGeometry geometry, int turn, double scale, double output) {
        PageLeaf there = leaves.get(page);
        PageLeaf leaf = there == null ? new PageLeaf(page, geometry, turn, images::picture) : there;
        if (there == null) {
            equip.accept(leaf);
            look.apply(leaf);
            leaves.put(page, leaf);
            sheet.getChildren().add(leaf);
        }
        if (there == null || leaf.scale() != scale) {
            leaf.scale(scale, output);
            showMarks(leaf);
            showFound(leaf);
            wanting.add(leaf);
            if (there == null) {
                leaf.applyCss(); // created between the styling and the drawing of a frame; shapes without a style are black
            }
        }
        return leaf;
    }

    boolean toggleStraight() {
        return look.toggleStraight(leaves.values());
    }

    boolean toggleContrast() {
        return look.toggleContrast(leaves.values());
    }

    /** Releases the leaves of all other pages. */
    void keepOnly(Set<PageRef> near) {
        leaves.entrySet().removeIf(e -> {
            boolean gone = !near.contains(e.getKey());
            if (gone) {
                sheet.getChildren().remove(e.getValue());
            }
            return gone;
        });
    }

    /**
     * Requests the missing images, nearest to the middle first.
     *
     * @param all    the pages in order
     * @param middle the middle of the view, in pixels of the sheet
     * @param scale  screen pixels per point
     */
    void draw(List<PageRef> all, double middle, double scale) {
        pixels = scale;
        List<PageLeaf> now = wanting.stream()
                .sorted(Comparator.comparingDouble(l -> Math.abs(l.getLayoutY() + l.getPrefHeight() / 2 - middle)))
                .toList();
        wanting.clear();
        drawing.request(now, ahead(all), pixels);
    }

    /** Some pages after those that have leaves, and one before them. */
    private List<PageRef> ahead(List<PageRef> pages) {
        int first = 0;
        while (first < pages.size() && !leaves.containsKey(pages.get(first))) {
            first++;
        }
        int end = first;
        while (end < pages.size() && leaves.containsKey(pages.get(end))) {
            end++;
        }
        List<PageRef> ahead = new ArrayList<>(pages.subList(end, Math.min(pages.size(), end + PAGES_AHEAD)));
        ahead.addAll(pages.subList(Math.max(0, first - 1), first));
        return ahead;
    }
}
