package org.epiglyph.desktop.marking;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Slots;
import org.epiglyph.desktop.frame.UiText;

/** The remark being written, and the phrases for it. */
public final class Writing {
    private final DeskModel model;
    private final ReadOnlyObjectWrapper<Optional<String>> mark = new ReadOnlyObjectWrapper<>(Optional.empty());
    /** The remark before anything was typed. */
    private Remark before = Remark.NONE;
    /** What has been typed; empty if nothing has, or if it is not meant as text. */
    private Optional<Remark> typed = Optional.empty();
    /** Puts the text being typed on a page there. */
    private Runnable typedOnPage = () -> {};

    Writing(DeskModel model) {
        this.model = model;
    }

    /** Id of the mark whose remark is being written. */
    public ReadOnlyObjectProperty<Optional<String>> markProperty() {
        return mark.getReadOnlyProperty();
    }

    public boolean isOf(String id) {
        return mark.get().equals(Optional.of(id));
    }

    /** Opens the remark of a mark for writing. */
    public void open(String id) {
        if (model.submission().sealed()) {
            model.refuse(UiText.of("Desk.sealedRefuses"));
            return;
        }
        finish();
        before = model.submission().findMark(id).map(Mark::remark).orElse(Remark.NONE);
        model.chosen().choose(List.of(id));
        mark.set(Optional.of(id));
    }

    /**
     * Receives what is being typed; it is saved whatever ends the writing.
     *
     * @param remark empty if it is not meant as text
     */
    public void typing(Optional<Remark> remark) {
        typed = remark;
    }

    /**
     * Text is being typed on a page.
     *
     * @param keep puts it there, whatever ends the writing
     */
    public void typingOnPage(Runnable keep) {
        typedOnPage = keep;
    }

    /** Saves what has been typed so far, and continues. */
    public void keepTyped() {
        typed.filter(r -> !r.isEmpty())
                .ifPresent(r -> mark.get()
                        .flatMap(model.submission()::findMark)
                        .filter(m -> !m.remark().equals(r))
                        .ifPresent(m -> model.change(withText(m, r))));
    }

    /** Puts the text on the mark being written and ends the writing. */
    public void finish(Remark remark) {
        Optional<String> id = mark.get();
        forget();
        id.flatMap(model.submission()::findMark).ifPresent(written -> {
            if (remark.isEmpty() && isTextAlone(written)) {
                model.remove(written.id());
            } else if (!written.remark().equals(remark)) {
                model.change(withText(written, remark));
            }
        });
    }

    /** True for a mark that is nothing without text. */
    private static boolean isTextAlone(Mark mark) {
        return mark instanceof Note || mark instanceof Correction c && c.kind() == Correction.Kind.INSERT;
    }

    /**
     * The field for the remark lost the focus. A mark without text that is nothing without it waits for some from
     * elsewhere, such as a phrase from the side, until the writing ends.
     *
     * @param inField what is typed in it
     */
    public void left(Remark inField) {
        boolean waits = inField.isEmpty() && mark.get()
                .flatMap(model.submission()::findMark)
                .filter(m -> m.remark().isEmpty() && isTextAlone(m))
                .isPresent();
        if (!waits) {
            finish(inField);
        }
    }

    /** New words for struck ones need a place to be inserted; without new words the old ones are only struck. */
    private static Mark withText(Mark written, Remark remark) {
        Mark changed = written.withRemark(remark);
        if (changed instanceof Correction c && !c.struck().isEmpty()) {
            return remark.isEmpty() ? c.deleting() : c.caret().isEmpty() ? c.replacing() : c;
        }
        return changed;
    }

    /** Ends the writing and saves what has been typed. */
    public void finish() {
        Runnable onPage = typedOnPage;
        typedOnPage = () -> {};
        onPage.run();
        mark.get()
                .flatMap(model.submission()::findMark)
                .ifPresent(written -> finish(typed.orElse(written.remark())));
        forget();
    }

    /** Ends the writing and restores the remark. */
    public void cancel() {
        if (mark.get().isPresent()) {
            finish(before);
        }
    }

    void forget() {
        typed = Optional.empty();
        mark.set(Optional.empty());
    }

    /** Phrases for the letters typed, those of the current criterion first. */
    public List<Phrase> phrases(String letters) {
        return model.batch()
                .phrasebook()
                .search(letters, model.scores().criterionProperty().get(), model.batch().phraseUses());
    }

    /**
     * Puts one of the most used phrases on the mark that is written or selected.
     *
     * @param number 1 for the most used
     */
    public void insertMostUsed(int number) {
        List<Phrase> most = model.batch().phrasebook().mostUsed(model.batch().phraseUses());
        Optional<Mark> target = mark.get().flatMap(model.submission()::findMark).or(() -> model.chosen().one());
        if (number > most.size() || target.isEmpty()) {
            model.refuse(UiText.of(target.isEmpty() ? "Desk.phraseNeedsMark" : "Desk.fewPhrases", most.size()));
            return;
        }
        Phrase phrase = most.get(number - 1);
        Slots slots = Slots.of(phrase.text());
        if (!slots.asked().isEmpty()) {
            model.refuse(UiText.of("Phrases.asks", phrase.code()));
            return;
        }
        forget();
        model.placing()
                .onMark(target.get(), phrase, slots.filled(model.submission().student().givenName(), List.of()));
        model.report(UiText.of("Desk.phrasePut", phrase.code()));
    }

    /** The phrase that a text belongs to: its own text, or that with an addition; empty if it is another text. */
    public String phraseOf(String text, String phrase) {
        return model.batch()
                .phrasebook()
                .find(phrase)
                .filter(p -> Slots.of(p.text()).placed(text.strip()).isPresent())
                .map(Phrase::id)
                .orElse("");
    }

    /** Saves the selected mark's remark as a phrase, for the current criterion. */
    public void keepAsPhrase() {
        Optional<Mark> chosen = model.chosen().one().filter(m -> !m.remark().isEmpty());
        if (chosen.isEmpty()) {
            model.refuse(UiText.of("Desk.nothingToKeep"));
            return;
        }
        Remark remark = chosen.get().remark();
        if (model.batch().phrasebook().findByText(remark.text()).isPresent()) {
            model.refuse(UiText.of("Desk.phraseThere"));
            return;
        }
        Phrase phrase = new Phrase(DeskModel.newId(), code(remark.text()), remark.text(),
                model.scores().criterionProperty().get(), Optional.empty());
        List<Edit> edits = new ArrayList<>(List.of(new Edit.KeepPhrase(phrase)));
        if (!model.submission().sealed()) {
            edits.add(new Edit.ChangeMark(model.student(), chosen.get().withRemark(remark.withPhrase(phrase.id()))));
        }
        if (model.edit(new Edit.Together(edits))) {
            model.report(UiText.of("Desk.phraseKept", phrase.code()));
        }
    }

    /** The first letters of the first two words, with a number if that code is taken. */
    private String code(String text) {
        StringBuilder code = new StringBuilder();
        for (String word : text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
            if (!word.isEmpty() && code.length() < 2) {
                code.append(word.charAt(0));
            }
        }
        String plain = code.toString();
        List<String> taken = model.batch().phrasebook().phrases().stream().map(Phrase::code).toList();
        String free = plain;
        for (int n = 2; taken.contains(free); n++) {
            free = plain + n;
        }
        return free;
    }
}
