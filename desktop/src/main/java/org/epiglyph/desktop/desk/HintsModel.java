package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.CompletionException;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.lookover.ClassNames;
import org.epiglyph.core.lookover.Dictionary;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.reading.Hint;
import org.epiglyph.core.reading.Hints;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.spelling.Spelling;

/**
 * Hints on the language of the work on the desk, computed in the background while they are wanted; and corrections made
 * from them.
 */
final class HintsModel {
    private final DeskModel model;
    private final PageImages images;
    private final Spelling spelling;
    private final SerialExecutor work = SerialExecutor.thread();
    private final Newest newest = new Newest(work);
    private final ReadOnlyObjectWrapper<State> state = new ReadOnlyObjectWrapper<>(State.OFF);
    private Optional<ClassNames> names = Optional.empty();
    private List<PageRef> looked = List.of();

    /**
     * The present state.
     *
     * @param wanted    true while hints are to be shown
     * @param ready     true when all pages were checked
     * @param hints     hints without a correction yet, in page order
     * @param wordCount how many words were checked
     */
    record State(boolean wanted, boolean ready, List<Hint> hints, int wordCount) {
        static final State OFF = new State(false, false, List.of(), 0);

        State {
            hints = List.copyOf(hints);
        }

        Map<Hint.Kind, Long> counts() {
            return hints.stream()
                    .collect(Collectors.groupingBy(Hint::kind, TreeMap::new,
                            Collectors.counting()));
        }

        Map<PageRef, List<PageBox>> places() {
            return hints.stream()
                    .collect(Collectors.groupingBy(Hint::page,
                            Collectors.flatMapping(h -> h.place().boxes().stream(), Collectors.toList())));
        }
    }

    HintsModel(DeskModel model, PageImages images, Spelling spelling) {
        this.model = model;
        this.images = images;
        this.spelling = spelling;
    }

    ReadOnlyObjectProperty<State> stateProperty() {
        return state.getReadOnlyProperty();
    }

    void setWanted(boolean wanted) {
        looked = List.of();
        state.set(wanted ? new State(true, false, List.of(), 0) : State.OFF);
        if (wanted) {
            refresh();
        } else {
            newest.drop();
        }
    }

    /** Checks the work on the desk, unless it was checked already; hints that have a correction now are dropped. */
    void refresh() {
        if (!state.get().wanted) {
            return;
        }
        List<PageRef> pages = model.submission().pages();
        if (!pages.equals(looked)) {
            looked = pages;
            state.set(new State(true, false, List.of(), 0));
            look(pages);
            return;
        }
        State now = state.get();
        List<Hint> open = now.hints.stream().filter(h -> !isCorrected(h)).toList();
        if (open.size() < now.hints.size()) {
            state.set(new State(true, now.ready, open, now.wordCount));
        }
    }

    private void look(List<PageRef> pages) {
        Batch batch = model.batch();
        String language = batch.aids().language();
        newest.startLong(turn -> {
            ClassNames known = names(batch);
            Predicate<String> isKnown = word -> spelling.knows(word, language) || known.knows(word);
            for (PageRef page : pages) {
                if (!turn.isWanted()) {
                    return;
                }
                PageText text = text(page);
                List<Hint> found = Hints.of(page, text, isKnown);
                turn.report(() -> add(found, text.words().size(), page.equals(pages.getLast())));
            }
        }, model::refuse);
        if (pages.isEmpty()) {
            state.set(new State(true, true, List.of(), 0));
        }
    }

    private synchronized ClassNames names(Batch batch) {
        names = Optional.of(names.orElseGet(() -> new ClassNames(batch, Dictionary.NONE)));
        return names.get();
    }

    private PageText text(PageRef page) {
        try {
            return images.text(page).join();
        } catch (CompletionException e) {
            return PageText.NONE; // the page itself shows why it cannot be read
        }
    }

    private void add(List<Hint> found, int words, boolean last) {
        State now = state.get();
        List<Hint> all = new ArrayList<>(now.hints);
        found.stream().filter(h -> !isCorrected(h)).forEach(all::add);
        state.set(new State(true, last, all, now.wordCount + words));
    }

    private boolean isCorrected(Hint hint) {
        return model.submission()
                .marks()
                .stream()
                .filter(m -> m instanceof Correction && m.page().equals(hint.page()))
                .flatMap(m -> ((Correction) m).struck().stream())
                .anyMatch(b -> hint.place().boxes().stream().anyMatch(b::overlaps));
    }

    /**
     * Makes a correction mark from a hint; the likeliest word replaces an unknown one.
     *
     * @param turn of upright text within page space
     */
    void correct(Hint hint, int turn) {
        work.start(() -> better(hint), better -> {
            Correction struck = Correction.striking(model.newHead(hint.page(), turn), boxes(hint), hint.text());
            model.place(better.isEmpty()
                    ? struck
                    : struck.replacing().withRemark(Remark.of(better)));
        }, model::refuse);
    }

    /** Of a repeated word, the second is struck. */
    private static List<PageBox> boxes(Hint hint) {
        List<PageBox> all = hint.place().boxes();
        if (hint.kind() != Hint.Kind.TWICE || all.size() > 1) {
            return hint.kind() == Hint.Kind.TWICE ? List.of(all.getLast()) : all;
        }
        PageBox both = all.getFirst();
        boolean lying = both.width() >= both.height();
        double share = hint.letters().length() / (double) hint.text().length();
        return List.of(lying
                ? new PageBox(both.right() - both.width() * share, both.top(), both.width() * share, both.height())
                : new PageBox(both.left(), both.bottom() - both.height() * share, both.width(),
                        both.height() * share));
    }

    /** What may have been meant; empty if words are only struck, or nothing is known. */
    private String better(Hint hint) {
        String word = switch (hint.kind()) {
            case TWICE -> "";
            case SMALL_LETTER ->
                hint.letters().substring(0, 1).toUpperCase(Locale.ROOT) + hint.letters().substring(1);
            case SPELLING -> spelling.suggestions(hint.letters(), model.batch().aids().language())
                    .stream()
                    .findFirst()
                    .orElse("");
        };
        return word.isEmpty() ? "" : hint.text().replace(" ", "").replace(hint.letters(), word);
    }

    /** Adds a word to the marker's own dictionary, so that it is no longer a hint anywhere. */
    void accept(Hint hint) {
        work.start(() -> {
            spelling.add(hint.letters());
            return true;
        }, _ -> {
            State now = state.get();
            state.set(new State(now.wanted, now.ready,
                    now.hints.stream().filter(h -> !h.letters().equalsIgnoreCase(hint.letters())).toList(),
                    now.wordCount));
        }, model::refuse);
    }
}
