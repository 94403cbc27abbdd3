package org.epiglyph.desktop.scheme;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.scoring.Circumstances;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Scoring;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.exchange.sheet.SchemeFile;
import org.epiglyph.workspace.Workspace;

/**
 * The mark scheme as it is being changed. What moves no score and no result is in force at once; the rest waits, with a
 * plan of what it would move, until it is decided on. What waits is kept beside the batch. For the interface thread.
 */
public final class SchemeModel {
    private static final String WAITING = "scheme-waiting.json";
    private final Workspace workspace;
    private final ReadOnlyObjectWrapper<MarkScheme> draft = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Optional<SchemeChange>> waiting = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyStringWrapper notice = new ReadOnlyStringWrapper("");
    private final ReadOnlyStringWrapper said = new ReadOnlyStringWrapper("");
    private final ObjectProperty<SchemeChange.Keep> keep = new SimpleObjectProperty<>(SchemeChange.Keep.POINTS);
    private Optional<Duration> late = Optional.empty();
    private final ReadOnlyObjectWrapper<Scorecard> imagined = new ReadOnlyObjectWrapper<>(Scorecard.EMPTY);

    /** @param workspace the open batch */
    public SchemeModel(Workspace workspace) {
        this.workspace = workspace;
        draft.set(kept().orElse(batch().scheme()));
        plan();
        keep.addListener((_, _, _) -> plan());
    }

    public Workspace workspace() {
        return workspace;
    }

    public Batch batch() {
        return workspace.batch();
    }

    /** The scheme as it stands on the screen. */
    public ReadOnlyObjectProperty<MarkScheme> draftProperty() {
        return draft.getReadOnlyProperty();
    }

    public MarkScheme draft() {
        return draft.get();
    }

    /** What the scheme on the screen would do to the scores there are; empty where it is in force. */
    public ReadOnlyObjectProperty<Optional<SchemeChange>> waitingProperty() {
        return waiting.getReadOnlyProperty();
    }

    /** What was done, in words; empty after the next thing. */
    public ReadOnlyStringProperty saidProperty() {
        return said.getReadOnlyProperty();
    }

    /** What could not be done and why; empty after the next thing that could. */
    public ReadOnlyStringProperty noticeProperty() {
        return notice.getReadOnlyProperty();
    }

    /** What stays the same where a maximum changes. */
    public ObjectProperty<SchemeChange.Keep> keepProperty() {
        return keep;
    }

    /** The scores of the imagined student. */
    public ReadOnlyObjectProperty<Scorecard> imaginedProperty() {
        return imagined.getReadOnlyProperty();
    }

    /** Says what was done, or why it could not be. */
    void say(String words, boolean done) {
        notice.set(done ? "" : words);
        said.set(done ? words : "");
    }

    // --- changing the scheme

    /** Changes the scheme; where the change makes no sense the notice says why, and nothing changes. */
    public boolean change(UnaryOperator<MarkScheme> how) {
        try {
            draft.set(how.apply(draft.get()));
            notice.set("");
            said.set("");
            plan();
            return true;
        } catch (IllegalArgumentException e) {
            notice.set(e.getMessage());
            return false;
        }
    }

    /** Adds a criterion behind another one, in its section; at the end where there is none. Its id. */
    public String add(Optional<String> behind) {
        String id = UUID.randomUUID().toString();
        change(scheme -> {
            List<Criterion> criteria = new ArrayList<>(scheme.criteria());
            int at = behind.flatMap(scheme::findCriterion).map(criteria::indexOf).orElse(criteria.size() - 1);
            String section = at < 0 ? "" : criteria.get(at).section();
            criteria.add(at + 1, new Criterion(id, Words.of("Scheme.newCriterion"), "", BigDecimal.TEN, BigDecimal.ONE)
                    .inSection(section, ""));
            return scheme.withCriteria(criteria);
        });
        return id;
    }

    public void remove(String criterion) {
        change(scheme -> scheme
                .withCriteria(scheme.criteria().stream().filter(c -> !c.id().equals(criterion)).toList()));
    }

    /** Puts another criterion in the place of the one with the same id. */
    public boolean replace(Criterion criterion) {
        return change(scheme -> scheme.withCriteria(
                scheme.criteria().stream().map(c -> c.id().equals(criterion.id()) ? criterion : c).toList()));
    }

    /** Moves a criterion so many places; stays within the list and takes the section of its new neighbour before it. */
    public void move(String criterion, int by) {
        change(scheme -> {
            List<Criterion> criteria = new ArrayList<>(scheme.criteria());
            Criterion moved = scheme.criterion(criterion);
            int from = criteria.indexOf(moved);
            int to = Math.clamp((long) from + by, 0, criteria.size() - 1);
            criteria.remove(from);
            String section = to == 0
                    ? criteria.isEmpty() ? "" : criteria.getFirst().section()
                    : criteria.get(to - 1).section();
            criteria.add(to, moved.inSection(by == 0 ? moved.section() : section, moved.alternative()));
            return scheme.withCriteria(criteria);
        });
    }

    /** Adds a section. Its id. */
    public String addSection(String name) {
        String id = UUID.randomUUID().toString();
        return change(scheme -> {
            List<Section> sections = new ArrayList<>(scheme.sections());
            sections.add(Section.of(id, name));
            return scheme.withSections(sections);
        }) ? id : "";
    }

    /** Takes a section away; its criteria stay, without one. */
    public void removeSection(String id) {
        change(scheme -> new MarkScheme(
                scheme.criteria().stream().map(c -> c.section().equals(id) ? c.inSection("", "") : c).toList(),
                scheme.sections().stream().filter(s -> !s.id().equals(id)).toList(), scheme.rules()));
    }

    public boolean rule(UnaryOperator<Rules> how) {
        return change(scheme -> scheme.withRules(how.apply(scheme.rules())));
    }

    // --- putting it in force

    private void plan() {
        MarkScheme scheme = draft.get();
        if (scheme.equals(batch().scheme())) {
            waiting.set(Optional.empty());
            forgetKept();
            return;
        }
        SchemeChange change = SchemeChange.plan(batch(), scheme, keep.get());
        if (change.rescores().isEmpty() && change.moved().isEmpty()) {
            waiting.set(Optional.empty());
            workspace.edit(change.edit());
            forgetKept();
        } else {
            waiting.set(Optional.of(change));
            keepWaiting(scheme);
        }
    }

    /** Puts what waits in force, as one edit. */
    public void putInForce() {
        waiting.get().ifPresent(change -> {
            try {
                workspace.edit(change.edit());
                waiting.set(Optional.empty());
                forgetKept();
                said.set(Words.of("Scheme.inForce", change.moved().size()));
            } catch (EditRefused e) {
                notice.set(e.getMessage());
            }
        });
    }

    /** Goes back to the scheme that is in force. */
    public void discard() {
        draft.set(batch().scheme());
        plan();
    }

    public boolean canUndo() {
        return workspace.canUndo(Optional.empty());
    }

    public boolean canRedo() {
        return workspace.canRedo(Optional.empty());
    }

    /** Takes back the last change of the whole batch. */
    public void undo() {
        step(() -> workspace.undo(Optional.empty()));
    }

    public void redo() {
        step(() -> workspace.redo(Optional.empty()));
    }

    private void step(Runnable how) {
        try {
            how.run();
            notice.set("");
            said.set("");
        } catch (EditRefused e) {
            notice.set(e.getMessage());
        }
        draft.set(batch().scheme());
        plan();
    }

    private Path keptAt() {
        return workspace.folder().root().resolve(WAITING);
    }

    private Optional<MarkScheme> kept() {
        try {
            return Files.isRegularFile(keptAt())
                    ? Optional.of(withKnownIds(SchemeFile.read(Files.readAllBytes(keptAt()), WAITING)))
                    : Optional.empty();
        } catch (IOException | Problem e) {
            return Optional.empty(); // what waited cannot be read any more; the scheme in force can
        }
    }

    private void keepWaiting(MarkScheme scheme) {
        try {
            Files.write(keptAt(), SchemeFile.write(scheme, batch().task().title(), WAITING));
        } catch (IOException | Problem e) {
            notice.set(Words.of("Scheme.waitingNotKept"));
        }
    }

    private void forgetKept() {
        try {
            Files.deleteIfExists(keptAt());
        } catch (IOException e) {
            notice.set(Words.of("Scheme.waitingNotKept"));
        }
    }

    // --- in and out

    /** Takes a scheme from a file. Criteria keep their scores where their names are the same. */
    public void read(Path file) {
        taking(() -> SchemeFile.read(Files.readAllBytes(file), file.getFileName().toString()));
    }

    /** Takes the scheme of another batch. */
    public void copyFrom(Path otherBatch) {
        taking(() -> Workspace.peek(otherBatch).scheme());
    }

    private interface Source {
        MarkScheme read() throws IOException, Problem;
    }

    private void taking(Source source) {
        try {
            MarkScheme taken = withKnownIds(source.read());
            if (change(_ -> taken)) {
                said.set(Words.of("Scheme.taken", taken.criteria().size()));
            }
        } catch (IOException e) {
            notice.set(Words.of("Scheme.noFile", e.getMessage()));
        } catch (Problem e) {
            notice.set(e.getMessage());
        }
    }

    private MarkScheme withKnownIds(MarkScheme taken) {
        MarkScheme known = batch().scheme();
        return taken.withCriteria(taken.criteria().stream().map(c -> {
            Optional<Criterion> same = known.criteria()
                    .stream()
                    .filter(k -> k.name().equalsIgnoreCase(c.name()))
                    .findFirst();
            String id = same.map(Criterion::id).orElseGet(() -> UUID.randomUUID().toString());
            return new Criterion(id, c.name(), c.text(), c.maximum(), c.step(),
                    same.map(s -> withKnownIds(c.manner(), s.manner())).orElse(c.manner()), c.weight(), c.role(),
                    c.section(), c.alternative(), c.hurdle());
        }).toList());
    }

    private static Manner withKnownIds(Manner taken, Manner known) {
        if (taken instanceof Manner.Levels levels && known instanceof Manner.Levels before) {
            return new Manner.Levels(levels.levels()
                    .stream()
                    .map(l -> before.levels()
                            .stream()
                            .filter(b -> b.name().equalsIgnoreCase(l.name()))
                            .findFirst()
                            .map(b -> new Manner.Level(b.id(), l.name(), l.text(), l.from(), l.to()))
                            .orElse(new Manner.Level(UUID.randomUUID().toString(), l.name(), l.text(), l.from(),
                                    l.to())))
                    .toList());
        }
        if (taken instanceof Manner.Checklist list && known instanceof Manner.Checklist before) {
            return new Manner.Checklist(list.parts()
                    .stream()
                    .map(p -> before.parts()
                            .stream()
                            .filter(b -> b.name().equalsIgnoreCase(p.name()))
                            .findFirst()
                            .map(b -> new Manner.Part(b.id(), p.name(), p.points()))
                            .orElse(new Manner.Part(UUID.randomUUID().toString(), p.name(), p.points())))
                    .toList());
        }
        return taken;
    }

    /** Writes the scheme as CSV, XLSX or JSON, as the name's ending says. */
    public void write(Path file) {
        try {
            Files.write(file, SchemeFile.write(draft.get(), batch().task().title(), file.getFileName().toString()));
            said.set(Words.of("Scheme.written", file.getFileName()));
        } catch (IOException e) {
            notice.set(Words.of("Scheme.notWritten", file, e.getMessage()));
        } catch (Problem e) {
            notice.set(e.getMessage());
        }
    }

    // --- the imagined student

    /** Scores the imagined student; why not, where that cannot be. */
    public Optional<String> imagine(Criterion criterion, String typed) {
        String plain = typed.strip().replace(',', '.').toLowerCase(Locale.ROOT);
        Judgement judgement;
        if (plain.isEmpty()) {
            judgement = Judgement.NONE;
        } else if (plain.equals("n") || plain.equals("x")) {
            judgement = new Judgement(Optional.empty(),
                    Optional.of(plain.equals("n") ? Standing.NOT_ATTEMPTED : Standing.EXCUSED), "", List.of());
        } else if (plain.matches("\\d{1,6}(\\.\\d{0,4})?")) {
            judgement = Judgement.of(new BigDecimal(plain));
        } else {
            return Optional.of(Words.of("Ledger.noNumber", typed.strip(), Criterion.words(criterion.maximum())));
        }
        Optional<String> refused = judgement.refusal(criterion);
        if (refused.isEmpty()) {
            imagined.set(imagined.get().with(criterion.id(), judgement));
        }
        return refused;
    }

    /** Lets the imagined student be late by so many hours; 0 for in time. */
    public void imagineLate(BigDecimal hours) {
        late = hours.signum() > 0
                ? Optional.of(Duration.ofMinutes(hours.multiply(BigDecimal.valueOf(60)).longValue()))
                : Optional.empty();
    }

    /** What the imagined student would get by the scheme on the screen. */
    public Result imaginedResult() {
        return Scoring.result(draft.get(), imagined.get(), new Circumstances(batch().task().maximum(), late));
    }

    /** What is missing, in words: the sum against the record's maximum, sections without criteria, weights. */
    public List<String> missing() {
        List<String> missing = new ArrayList<>();
        MarkScheme scheme = draft.get();
        BigDecimal sum = scheme.maximum();
        if (scheme.criteria().isEmpty()) {
            missing.add(Words.of("Scheme.noCriteria"));
        } else if (sum.signum() == 0) {
            missing.add(Words.of("Scheme.sumNothing"));
        } else if (sum.compareTo(batch().task().maximum()) != 0) {
            missing.add(Words.of("Scheme.sumDiffers", Criterion.words(sum),
                    Criterion.words(batch().task().maximum())));
        }
        scheme.sections()
                .stream()
                .filter(s -> scheme.criteriaOf(s.id()).isEmpty())
                .forEach(s -> missing.add(Words.of("Scheme.emptySection", s.name())));
        scheme.criteria()
                .stream()
                .filter(c -> c.text().isEmpty())
                .forEach(c -> missing.add(Words.of("Scheme.noText", c.name())));
        return missing;
    }
}
