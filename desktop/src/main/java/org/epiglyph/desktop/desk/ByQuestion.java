package org.epiglyph.desktop.desk;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.application.Platform;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageRoll;

/**
 * Marking question by question: the class is marked on one criterion, with the pages at the place where each student
 * answered it. That is where the evidence for it is, else where the page was when it was last scored, else the first
 * match of the search text, else the page shown for the previous student.
 */
final class ByQuestion {
    private final DeskModel model;
    private final PageRoll pages;
    private final PageImages images;
    private final Supplier<String> searched;
    private final Map<Asked, PageRef> remembered = new HashMap<>();
    private boolean on;
    private int before = -1;

    private record Asked(StudentKey student, String criterion) {}

    /** @param searched the search text; empty for none */
    ByQuestion(DeskModel model, PageRoll pages, PageImages images, Supplier<String> searched) {
        this.model = model;
        this.pages = pages;
        this.images = images;
        this.searched = searched;
    }

    boolean isOn() {
        return on;
    }

    void toggle() {
        on = !on;
    }

    private Asked current() {
        return new Asked(model.student(), model.scores().criterionProperty().get());
    }

    /** The criterion was scored with this page in sight. */
    void scored() {
        pages.pageInSight().ifPresent(page -> remembered.put(current(), page));
    }

    /** Called before another student's pages are shown, while the previous ones are still there. */
    void leaving() {
        before = on ? pages.pageInSight().map(pages.pages()::indexOf).orElse(0) : -1;
    }

    /** The student's pages are shown: goes to the place. */
    void arrived() {
        if (!on || before < 0) {
            return;
        }
        pages.layout();
        List<Mark> evidence = model.scores().evidence(current().criterion());
        List<PageRef> all = pages.pages();
        Optional<PageRef> then = Optional.ofNullable(remembered.get(current())).filter(all::contains);
        if (!evidence.isEmpty()) {
            pages.reveal(evidence.getFirst().page(), evidence.getFirst().bounds());
        } else if (then.isPresent()) {
            pages.reveal(then.get(), 0);
        } else if (!all.isEmpty()) {
            pages.reveal(all.get(Math.min(before, all.size() - 1)), 0);
            search(all, 0, searched.get(), model.student());
        }
        before = -1;
    }

    /** Goes to the first match, page by page, unless another student was opened meanwhile. */
    private void search(List<PageRef> all, int at, String words, StudentKey student) {
        if (words.isBlank() || at >= all.size() || !model.student().equals(student)) {
            return;
        }
        images.text(all.get(at)).thenAccept(text -> Platform.runLater(() -> {
            List<PageText.Selection> found = text.find(words);
            if (found.isEmpty()) {
                search(all, at + 1, words, student);
            } else if (model.student().equals(student)) {
                pages.reveal(all.get(at), found.getFirst().boxes().getFirst());
            }
        }));
    }
}
