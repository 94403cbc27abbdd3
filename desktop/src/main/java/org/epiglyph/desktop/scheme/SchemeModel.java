package org.epiglyph.desktop.scheme;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.scoring.Circumstances;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.SameNames;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Scoring;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.core.scoring.TypedScore;
import org.epiglyph.desktop.editor.BatchEditor;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.scheme.SchemeFile;
import org.epiglyph.exchange.table.TableBytes;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.Workspace;

/**
 * The mark scheme while it is edited. Changes without effect on scores and results apply at once; the others wait, with
 * a plan of their effects, until they are decided on. What waits is stored beside the batch. For the interface thread.
 */
public final class SchemeModel extends BatchEditor {
    private final PendingScheme kept;
    private final ReadOnlyObjectWrapper<MarkScheme> draft = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Optional<SchemeChange>> waiting = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ObjectProperty<SchemeChange.Keep> keep = new SimpleObjectProperty<>(SchemeChange.Keep.POINTS);
    private final ReadOnlyObjectWrapper<Scorecard> imagined = new ReadOnlyObjectWrapper<>(Scorecard.EMPTY);
    private Optional<Duration> late = Optional.empty();
    private boolean planning;
    private final Newest plans = new Newest(serial());

    /** Resumes what waited in the open batch, else starts with the scheme in force. */
    public SchemeModel(Workspace workspace, SerialExecutor serial) {
        super(workspace, serial);
        kept = new PendingScheme(workspace);
        draft.set(batch().scheme());
        serial.start(kept::read, before -> before.ifPresent(scheme -> {
            if (draft.get() == batch().scheme()) {
                draft.set(scheme);
                plan();
            }
        }), this::refuse);
        keep.addListener((_, _, _) -> plan());
    }

    Batch batch() {
        return workspace().batch();
    }

    /** The scheme as shown. */
    ReadOnlyObjectProperty<MarkScheme> draftProperty() {
        return draft.getReadOnlyProperty();
    }

    public MarkScheme draft() {
        return draft.get();
    }

    /** What the scheme as shown would do to existing scores; empty if it is in force. */
    ReadOnlyObjectProperty<Optional<SchemeChange>> waitingProperty() {
        return waiting.getReadOnlyProperty();
    }

    /** What stays the same when a maximum changes. */
    ObjectProperty<SchemeChange.Keep> keepProperty() {
        return keep;
    }

    /** The scores of the sample student. */
    ReadOnlyObjectProperty<Scorecard> sampleProperty() {
        return imagined.getReadOnlyProperty();
    }

    // --- changing the scheme

    /** Changes the scheme; if the change is invalid the notice says why, and nothing changes. */
    boolean change(UnaryOperator<MarkScheme> how) {
        try {
            draft.set(how.apply(draft.get()));
            report("");
            plan();
            return true;
        } catch (IllegalArgumentException e) {
            refuse(e.getMessage());
            return false;
        }
    }

    /** Adds a criterion after another one, in its section; at the end if there is none. Returns its id. */
    String add(Optional<String> behind) {
        String id = UUID.randomUUID().toString();
        change(scheme -> {
            List<Criterion> criteria = new ArrayList<>(scheme.criteria());
            int at = behind.flatMap(scheme::findCriterion).map(criteria::indexOf).orElse(criteria.size() - 1);
            String section = at < 0 ? "" : criteria.get(at).section();
            criteria.add(at + 1, new Criterion(id, UiText.of("Scheme.newCriterion"), "", BigDecimal.TEN, BigDecimal.ONE)
                    .inSection(section, ""));
            return scheme.withCriteria(criteria);
        });
        return id;
    }

    void remove(String criterion) {
        change(scheme -> scheme
                .withCriteria(scheme.criteria().stream().filter(c -> !c.id().equals(criterion)).toList()));
    }

    /** Replaces the criterion with the same id. */
    public boolean replace(Criterion criterion) {
        return change(scheme -> scheme.withCriteria(
                scheme.criteria().stream().map(c -> c.id().equals(criterion.id()) ? criterion : c).toList()));
    }

    /** Moves a criterion a number of places, within the list; it joins the section of its new preceding neighbour. */
    void move(String criterion, int by) {
        List<Criterion> others = others(criterion);
        int from = draft.get().criteria().indexOf(draft.get().criterion(criterion));
        int to = Math.clamp((long) from + by, 0, others.size());
        if (to != from) {
            moveTo(criterion, others.get(Math.max(0, to - 1)).section(), to);
        }
    }

    /** Moves a criterion into a section, to an index among the others. */
    void moveTo(String criterion, String section, int place) {
        change(scheme -> {
            Criterion moved = scheme.criterion(criterion);
            List<Criterion> criteria = others(criterion);
            criteria.add(place, moved.inSection(section, moved.alternative()));
            return scheme.withCriteria(criteria);
        });
    }

    /** All criteria but one, in order. */
    List<Criterion> others(String criterion) {
        List<Criterion> others = new ArrayList<>(draft.get().criteria());
        others.removeIf(c -> c.id().equals(criterion));
        return others;
    }

    /** Adds a section and returns its id. */
    String addSection(String name) {
        String id = UUID.randomUUID().toString();
        return change(scheme -> {
            List<Section> sections = new ArrayList<>(scheme.sections());
            sections.add(Section.of(id, name));
            return scheme.withSections(sections);
        }) ? id : "";
    }

    /** Removes a section; its criteria stay, without a section. */
    void removeSection(String id) {
        change(scheme -> new MarkScheme(
                scheme.criteria().stream().map(c -> c.section().equals(id) ? c.inSection("", "") : c).toList(),
                scheme.sections().stream().filter(s -> !s.id().equals(id)).toList(), scheme.rules()));
    }

    boolean rule(UnaryOperator<Rules> how) {
        return change(scheme -> scheme.withRules(how.apply(scheme.rules())));
    }

    // --- putting it in force

    /** Computes in the background what the scheme as shown would do; without effects it applies then. */
    private void plan() {
        MarkScheme scheme = draft.get();
        Batch batch = batch();
        SchemeChange.Keep how = keep.get();
        planning = true;
        plans.start(() -> SchemeChange.plan(batch, scheme, how), change -> {
            if (batch() == batch) {
                planned(change);
            } else {
                plan(); // pages arrived meanwhile
            }
        }, failed -> {
            planning = false;
            refuse(failed);
        });
    }

    private void planned(SchemeChange change) {
        planning = false;
        boolean inForce = change.scheme().equals(batch().scheme());
        boolean waits = !inForce && !(change.rescores().isEmpty() && change.moved().isEmpty());
        if (!inForce && !waits) {
            workspace().edit(change.edit());
        }
        waiting.set(Optional.of(change).filter(_ -> waits));
        save(Optional.of(change.scheme()).filter(_ -> waits));
    }

    private void save(Optional<MarkScheme> scheme) {
        serial().start(() -> {
            kept.save(scheme);
            return scheme;
        }, _ -> {}, this::refuse);
    }

    /** Plans the last change at once, before the batch is left. */
    void planNow() {
        if (planning) {
            plans.drop();
            planned(SchemeChange.plan(batch(), draft.get(), keep.get()));
        }
    }

    /** Applies what waits, as one edit. A change still being planned has not been seen, and is not applied. */
    void apply() {
        waiting.get().filter(_ -> !planning).ifPresent(change -> {
            try {
                workspace().edit(change.edit());
                waiting.set(Optional.empty());
                save(Optional.empty());
                report(UiText.of("Scheme.inForce", change.moved().size()));
            } catch (EditRefused e) {
                refuse(e.getMessage());
            }
        });
    }

    /** Returns to the scheme in force. */
    public void discard() {
        draft.set(batch().scheme());
        plan();
    }

    @Override
    protected void beforeStep() {
        planNow();
    }

    @Override
    protected void afterStep() {
        discard();
    }

    // --- in and out

    /** Imports a scheme from a file. Criteria with the same names keep their scores. */
    void read(Path file) {
        taking(() -> SchemeFile.read(TableBytes.read(file), String.valueOf(file.getFileName())));
    }

    /** Copies the scheme of another batch. */
    void copyFrom(Path otherBatch) {
        taking(() -> Glance.at(otherBatch).batch().scheme());
    }

    private void taking(SerialExecutor.Work<MarkScheme> source) {
        reading(source, read -> {
            MarkScheme taken = SameNames.scheme(read, batch().scheme());
            if (change(_ -> taken)) {
                report(UiText.of("Scheme.taken", taken.criteria().size()));
            }
        });
    }

    /** Writes the scheme as CSV, XLSX or JSON, by the file name's extension. */
    void write(Path file) {
        MarkScheme scheme = draft.get();
        String title = batch().task().title();
        writing(file, () -> SchemeFile.write(scheme, title, String.valueOf(file.getFileName())));
    }

    /** Writes the scheme for printing as a PDF beside the batch, and opens it. */
    void print(Consumer<Path> opener) {
        MarkScheme scheme = draft.get();
        String title = batch().task().title();
        Path folder = workspace().folder().root();
        reading(() -> SchemeSheet.write(scheme, title, folder), sheet -> {
            opener.accept(sheet);
            report(UiText.of("Scheme.printed", sheet));
        });
    }

    // --- the imagined student

    /** Scores the sample student; returns why if that is impossible. */
    public Optional<String> scoreSample(Criterion criterion, String typed) {
        switch (TypedScore.read(criterion, typed, Judgement.NONE)) {
            case TypedScore.Read(Judgement judgement) -> {
                imagined.set(imagined.get().with(criterion.id(), judgement));
                return Optional.empty();
            }
            case TypedScore.Refused(Message why) -> {
                return Optional.of(why.text());
            }
        }
    }

    /** Makes the sample student late by a number of hours; 0 for in time. */
    void setSampleLateness(BigDecimal hours) {
        late = hours.signum() > 0
                ? Optional.of(Duration.ofMinutes(hours.multiply(BigDecimal.valueOf(60)).longValue()))
                : Optional.empty();
    }

    /** The sample student's result under the scheme as shown. */
    Result sampleResult() {
        return Scoring.result(draft.get(), imagined.get(), new Circumstances(batch().task().maximum(), late));
    }

    /** What is missing, as text: the sum against the record's maximum, sections without criteria, weights. */
    List<String> missing() {
        List<String> missing = new ArrayList<>();
        MarkScheme scheme = draft.get();
        BigDecimal sum = scheme.maximum();
        if (scheme.criteria().isEmpty()) {
            missing.add(UiText.of("Scheme.noCriteria"));
        } else if (sum.signum() == 0) {
            missing.add(UiText.of("Scheme.sumNothing"));
        } else if (sum.compareTo(batch().task().maximum()) != 0) {
            missing.add(UiText.of("Scheme.sumDiffers", Criterion.format(sum),
                    Criterion.format(batch().task().maximum())));
        }
        scheme.sections()
                .stream()
                .filter(s -> scheme.criteriaOf(s.id()).isEmpty())
                .forEach(s -> missing.add(UiText.of("Scheme.emptySection", s.name())));
        scheme.criteria()
                .stream()
                .filter(c -> c.text().isEmpty())
                .forEach(c -> missing.add(UiText.of("Scheme.noText", c.name())));
        return missing;
    }
}
