package org.epiglyph.desktop.phrases;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.core.marks.PictureNames;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.phrases.Update;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.desktop.editor.BatchEditor;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.phrases.PhraseFile;
import org.epiglyph.exchange.table.TableBytes;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.Workspace;

/**
 * Edits the phrasebook. A phrase that is not used is changed at once; one that is used waits until it is decided
 * whether its uses change too. For the interface thread.
 */
public final class PhrasebookModel extends BatchEditor {
    private final ReadOnlyObjectWrapper<Batch> batch = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Optional<Phrase>> waiting = new ReadOnlyObjectWrapper<>(Optional.empty());
    private Map<String, Integer> uses = Map.of();

    /** Edits the phrases of an open batch. */
    public PhrasebookModel(Workspace workspace, SerialExecutor serial) {
        super(workspace, serial);
        reload();
    }

    private void reload() {
        Batch now = workspace().batch();
        uses = now.phraseUses();
        batch.set(now);
    }

    /** The batch as it is now. */
    ReadOnlyObjectProperty<Batch> batchProperty() {
        return batch.getReadOnlyProperty();
    }

    Batch batch() {
        return batch.get();
    }

    public Phrasebook book() {
        return batch.get().phrasebook();
    }

    /** A changed phrase that is used on pages: whether those uses change too is not decided yet. */
    ReadOnlyObjectProperty<Optional<Phrase>> waitingProperty() {
        return waiting.getReadOnlyProperty();
    }

    private boolean edit(Edit edit) {
        try {
            workspace().edit(edit);
            report("");
            return true;
        } catch (EditRefused e) {
            refuse(e.getMessage());
            return false;
        } finally {
            reload();
        }
    }

    // --- phrases

    /** Phrases of a collection, or of all if empty, for the letters typed. */
    List<Phrase> phrases(Optional<String> collection, String letters) {
        Phrasebook all = book().withCollections(List.of()); // closed collections are edited too
        List<Phrase> found = letters.isBlank() ? all.phrases() : all.search(letters, "", uses());
        return found.stream().filter(p -> collection.isEmpty() || p.collection().equals(collection.get())).toList();
    }

    /** How often each phrase is used, by its id. */
    Map<String, Integer> uses() {
        return uses;
    }

    /** Adds a phrase to a collection and returns its id. */
    String add(String text, String collection) {
        String id = UUID.randomUUID().toString();
        Phrase phrase = new Phrase(id, "", text, "", Optional.empty()).copiedTo(id, collection, "");
        edit(new Edit.KeepPhrase(phrase));
        return id;
    }

    void remove(String phrase) {
        waiting.set(Optional.empty());
        edit(new Edit.RemovePhrase(phrase));
    }

    /** The phrase as shown: as it waits, else as it is. */
    Optional<Phrase> shown(String id) {
        return waiting.get().filter(p -> p.id().equals(id)).or(() -> book().find(id));
    }

    /** Changes a phrase; if it is used on pages and its text or effect changes, that waits. */
    public void change(Phrase changed) {
        Phrase now = book().find(changed.id()).orElse(changed);
        boolean reaches = !(now.text().equals(changed.text()) && now.effect().equals(changed.effect()))
                && !PhraseReach.places(batch(), changed.id()).isEmpty();
        if (waiting.get().filter(w -> !w.id().equals(changed.id())).isPresent()) {
            decide(false, false);
        }
        if (reaches) {
            waiting.set(Optional.of(changed));
        } else {
            waiting.set(Optional.empty());
            edit(new Edit.KeepPhrase(changed));
        }
    }

    /** Where a phrase is used, as text: the page, the criterion, or the whole. */
    String where(PhraseReach.Place place) {
        return place.mark()
                .map(m -> UiText.of("Phrases.onPage", m.page().number()))
                .orElseGet(() -> place.criterion().isEmpty()
                        ? UiText.of("Ledger.onTheWhole")
                        : batch().scheme().findCriterion(place.criterion()).map(Criterion::name).orElse("?"));
    }

    /** What the waiting change would affect. */
    PhraseReach.Plan plan(boolean sealedToo) {
        return PhraseReach.plan(batch(), waiting.get().orElseThrow(), true, sealedToo);
    }

    /** Decides on the waiting change: future uses only, or existing ones too. */
    void decide(boolean everywhere, boolean sealedToo) {
        waiting.get().ifPresent(changed -> {
            PhraseReach.Plan plan = PhraseReach.plan(batch(), changed, everywhere, sealedToo);
            int reached = everywhere ? plan.open().size() + (sealedToo ? plan.sealed().size() : 0) : 0;
            waiting.set(Optional.empty());
            if (edit(plan.edit())) {
                report(everywhere
                        ? UiText.of("Phrases.changedThere", reached, plan.moved().size())
                        : UiText.of("Phrases.changedHere"));
            }
        });
    }

    /** Reverts the waiting phrase. */
    public void revert() {
        waiting.set(Optional.empty());
        reload();
    }

    /** Moves a phrase a number of places in the marker's order. */
    void move(String phrase, int by) {
        List<String> order = new ArrayList<>(book().phrases().stream().map(Phrase::id).toList());
        int from = order.indexOf(phrase);
        int to = Math.clamp((long) from + by, 0, order.size() - 1);
        if (from >= 0 && from != to) {
            order.add(to, order.remove(from));
            arrange(List.of(), book().collections(), order);
        }
    }

    /** Moves a phrase above or below another one in the marker's order. */
    void moveBeside(String phrase, String there, boolean below) {
        List<String> order = new ArrayList<>(order());
        order.remove(phrase);
        order.add(order.indexOf(there) + (below ? 1 : 0), phrase);
        if (!order.equals(order())) {
            arrange(List.of(), book().collections(), order);
        }
    }

    private boolean arrange(List<Edit.PhraseChange> changes, List<Collection> collections, List<String> order) {
        return edit(new Edit.ArrangePhrases(changes, collections, order));
    }

    private List<String> order() {
        return book().phrases().stream().map(Phrase::id).toList();
    }

    // --- collections

    /** Adds a collection and returns its id. */
    String addCollection(String name) {
        String id = UUID.randomUUID().toString();
        List<Collection> all = new ArrayList<>(book().collections());
        all.add(new Collection(id, name, true, false));
        arrange(List.of(), all, order());
        return id;
    }

    /** Replaces a collection with the same id: opened, closed or renamed. */
    void change(Collection collection) {
        arrange(List.of(), book().collections()
                .stream()
                .map(c -> c.id().equals(collection.id()) ? collection : c)
                .toList(), order());
    }

    /** Removes a collection with its phrases; what is on pages stays. */
    void removeCollection(String id) {
        arrange(book().of(id).stream().map(p -> new Edit.PhraseChange(Optional.of(p), Optional.empty())).toList(),
                book().collections().stream().filter(c -> !c.id().equals(id)).toList(), order());
    }

    /** Copies a phrase into a collection; true if it was not there already. */
    boolean copy(Phrase phrase, String collection) {
        boolean there = book().of(collection).stream().anyMatch(p -> p.text().equals(phrase.text()));
        if (there) {
            refuse(UiText.of("Phrases.thereAlready"));
            return false;
        }
        return arrange(List.of(new Edit.PhraseChange(Optional.empty(),
                Optional.of(phrase.copiedTo(UUID.randomUUID().toString(), collection, "")))), book().collections(),
                order());
    }

    /** Moves a phrase to another collection, as the same phrase. */
    void moveTo(Phrase phrase, String collection) {
        arrange(List.of(new Edit.PhraseChange(Optional.of(phrase),
                Optional.of(phrase.copiedTo(phrase.id(), collection, "")))), book().collections(), order());
    }

    /** Moves the phrases of one collection into another, except duplicates, and removes the first. */
    void merge(String from, String into) {
        List<Edit.PhraseChange> changes = new ArrayList<>();
        List<String> there = new ArrayList<>(book().of(into).stream().map(Phrase::text).toList());
        for (Phrase phrase : book().of(from)) {
            boolean placed = uses().containsKey(phrase.id());
            boolean comes = placed || !there.contains(phrase.text());
            changes.add(new Edit.PhraseChange(Optional.of(phrase),
                    comes ? Optional.of(phrase.copiedTo(phrase.id(), into, "")) : Optional.empty()));
            there.add(phrase.text());
        }
        arrange(changes, book().collections().stream().filter(c -> !c.id().equals(from)).toList(), order());
    }

    // --- in and out

    private List<Phrase> read(Path file) throws IOException, Problem {
        return PhraseFile.read(TableBytes.read(file), String.valueOf(file.getFileName()), workspace().batch().scheme())
                .phrases();
    }

    /** Imports a file as a collection; if others maintain it, it can be updated later. */
    public void importFile(Path file, boolean othersKeepIt) {
        String name = file.getFileName().toString().replaceFirst("\\.[^.]+$", "");
        reading(() -> read(file), phrases -> importFile(name, phrases, othersKeepIt));
    }

    /** Imports all phrases of another batch as a collection, with the pictures in them. */
    void importFrom(Path otherBatch) {
        reading(() -> {
            Batch other = Glance.at(otherBatch).batch();
            Set<String> pictures = new HashSet<>();
            other.phrasebook().phrases().forEach(p -> pictures.addAll(PictureNames.in(p.text())));
            workspace().folder().copyPictures(pictures, new BatchFolder(otherBatch).pictures());
            return other.phrasebook()
                    .phrases()
                    .stream()
                    .map(p -> p.withCriterion(named(other.scheme().findCriterion(p.criterion()))))
                    .toList();
        }, phrases -> importFile(String.valueOf(otherBatch.getFileName()), phrases, false));
    }

    private String named(Optional<Criterion> of) {
        return of.flatMap(c -> workspace().batch()
                .scheme()
                .criteria()
                .stream()
                .filter(k -> k.name().equalsIgnoreCase(c.name()))
                .findFirst()).map(Criterion::id).orElse("");
    }

    private void importFile(String name, List<Phrase> phrases, boolean othersKeepIt) {
        String id = UUID.randomUUID().toString();
        List<Collection> all = new ArrayList<>(book().collections());
        all.add(new Collection(id, name, true, othersKeepIt));
        List<Edit.PhraseChange> changes = phrases.stream()
                .map(p -> new Edit.PhraseChange(Optional.empty(), Optional.of(p.copiedTo(UUID.randomUUID().toString(),
                        id, othersKeepIt ? p.text() : ""))))
                .toList();
        if (arrange(changes, all, order())) {
            report(UiText.of("Phrases.takenIn", changes.size(), name));
        }
    }

    /** Updates a collection that others maintain from their file; the marker's own changes stay. */
    void update(String collection, Path file) {
        reading(() -> read(file), there -> {
            List<Phrase> here = book().of(collection);
            Update update = Update.of(here, there, collection, () -> UUID.randomUUID().toString());
            List<Edit.PhraseChange> changes = new ArrayList<>();
            for (Phrase after : update.phrases()) {
                Optional<Phrase> before = book().find(after.id());
                if (!before.equals(Optional.of(after))) {
                    changes.add(new Edit.PhraseChange(before, Optional.of(after)));
                }
            }
            here.stream()
                    .filter(h -> update.phrases().stream().noneMatch(a -> a.id().equals(h.id())))
                    .forEach(h -> changes.add(new Edit.PhraseChange(Optional.of(h), Optional.empty())));
            if (arrange(changes, book().collections(), order())) {
                report(UiText.of("Phrases.updated", update.added(), update.renewed(), update.kept(),
                        update.gone()));
            }
        });
    }

    /** Writes a collection, or all phrases if empty, in the format given by the file name's extension. */
    void write(Optional<String> collection, Path file) {
        String title = collection
                .flatMap(id -> book().collections().stream().filter(c -> c.id().equals(id)).findFirst())
                .map(Collection::name)
                .orElse(batch().task().title());
        List<Phrase> phrases = phrases(collection, "");
        MarkScheme scheme = batch().scheme();
        writing(file, () -> PhraseFile.write(phrases, title, scheme, file.getFileName().toString()));
    }

    // --- what suggests itself

    /** Suggestions: remarks to save as phrases, and duplicate phrases. */
    public record Suggestions(List<PhraseReach.Repeated> repeated, List<Phrasebook.Pair> same) {}

    /** Looks for suggestions in the background; reports them unless the batch has changed meanwhile. */
    void suggest(Consumer<Suggestions> then) {
        Batch now = batch();
        serial().start(() -> now == workspace().batch()
                ? new Suggestions(PhraseReach.repeated(now), now.phrasebook().duplicates())
                : new Suggestions(List.of(), List.of()), found -> {
                    if (now == batch()) {
                        then.accept(found);
                    }
                }, this::refuse);
    }

    /** Saves a frequently typed remark as a phrase and returns its id. */
    String keep(PhraseReach.Repeated repeated) {
        return add(repeated.text(), "");
    }

    List<PhraseReach.Missing> missing(Phrase phrase) {
        return PhraseReach.missing(batch(), phrase);
    }

    /** Puts a phrase on marks of several submissions. */
    void placeMissing(Phrase phrase, List<PhraseReach.Missing> where) {
        if (!where.isEmpty() && edit(PhraseReach.place(phrase, where))) {
            report(UiText.of("Phrases.placed", where.size()));
        }
    }

    @Override
    protected void beforeStep() {
        waiting.set(Optional.empty());
    }

    @Override
    protected void afterStep() {
        reload();
    }
}
