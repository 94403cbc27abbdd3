package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.charset.Charset;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Match;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.record.RecordClient.HandedIn;
import org.epiglyph.exchange.sheet.GradeSheet;

/**
 * What was recognised in a source before a batch is made or added to: every file with its student or a question. The
 * marker's input (sheet, class list, rule, decisions) makes another plan of the same source, which stays open until one
 * of them is closed.
 */
public final class CollectPlan implements AutoCloseable {
    private final PlanGround ground;
    private final Recognised.Input input;
    private final Recognised understood;
    private final Map<String, Optional<StudentKey>> decisions;
    private final Task extended;
    /** Computed when first needed. */
    private Map<StudentKey, List<Item>> byStudent;

    /** Where the class list comes from. */
    public enum RosterOrigin {
        RECORD, SHEET, TYPED, NAMES, BATCH
    }

    /** How a file compares with what was collected before. */
    public enum News {
        NEW, CHANGED, SAME
    }

    /**
     * One received file.
     *
     * @param id       tells files of the same path apart
     * @param file     where its bytes are
     * @param match    whose it is, as far as known
     * @param recorded what the record says about it
     * @param number   number of the hand-in by the file's name, from 1
     * @param news     whether it was collected before
     */
    public record Item(String id, ReceivedFile file, Match match, Optional<HandedIn> recorded, int number, News news) {
        public String path() {
            return file.path();
        }

        private String name() {
            return path().substring(path().lastIndexOf('/') + 1);
        }

        /**
         * True for one file read twice: folders at the front of its path depend on the number of places that are read.
         */
        private boolean isSameFile(Item other) {
            boolean samePath = id.equals(other.id) || id.endsWith("/" + other.id) || other.id.endsWith("/" + id);
            return samePath && file.size() == other.file.size() && file.changed().equals(other.file.changed());
        }
    }

    /**
     * How many files are where.
     *
     * @param all       files and refused entries
     * @param matched   with a student
     * @param questions to be decided
     * @param setAside  assigned to nobody by decision
     * @param kept      cannot be submissions and are stored as they are
     * @param notTaken  without bytes to store
     * @param unchanged matched ones that were collected before and are unchanged
     */
    public record Count(int all, int matched, int questions, int setAside, int kept, int notTaken, int unchanged) {}

    CollectPlan(PlanGround ground) {
        this(ground, Recognised.Input.of(ground.task(), ground.sheet()));
    }

    private CollectPlan(PlanGround ground, Recognised.Input input) {
        this(ground, input, Recognised.of(ground, input),
                ground.earlier().map(e -> e.register().decisions()).orElse(Map.of()), extended(input));
    }

    private CollectPlan(PlanGround ground, Recognised.Input input, Recognised understood,
            Map<String, Optional<StudentKey>> decisions, Task extended) {
        this.ground = ground;
        this.input = input;
        this.understood = understood;
        this.decisions = Map.copyOf(decisions);
        this.extended = extended;
    }

    // --- what the marker says

    /** With other times or another title. */
    public CollectPlan withTask(Task other) {
        Recognised.Input changed = input.withTask(other);
        return new CollectPlan(ground, changed, understood, decisions, extended(changed));
    }

    /** With another grade sheet, or the same with other columns; empty for none. */
    public CollectPlan withSheet(Optional<GradeSheet> other) {
        return withInput(input.withSheet(other));
    }

    /** With students typed or pasted; they join those of a record or sheet. */
    public CollectPlan withTyped(List<Student> students) {
        return withInput(input.withTyped(students));
    }

    /** With a filing rule by hand; empty to learn it from the names. */
    public CollectPlan withRule(Optional<FilingRule> other) {
        return withInput(input.withRule(other));
    }

    private CollectPlan withInput(Recognised.Input other) {
        return new CollectPlan(ground, other, Recognised.of(ground, other), decisions, extended(other));
    }

    /** With the marker's decision about a file: a student, or none. */
    public CollectPlan decided(Item item, Optional<StudentKey> student) {
        return decided(Map.of(item, student));
    }

    /** With the marker's decisions about files. */
    public CollectPlan decided(Map<Item, Optional<StudentKey>> students) {
        Map<String, Optional<StudentKey>> all = new HashMap<>(decisions);
        students.forEach((item, student) -> all.put(item.id(), student));
        return new CollectPlan(ground, input, understood, all, extended);
    }

    /** With every question set aside. */
    public CollectPlan withQuestionsAside() {
        return decided(questions().stream().collect(Collectors.toMap(q -> q, _ -> Optional.empty())));
    }

    /** Without a decision, so that the evidence counts again. */
    public CollectPlan undecided(Item item) {
        Map<String, Optional<StudentKey>> all = new HashMap<>(decisions);
        all.remove(item.id());
        return new CollectPlan(ground, input, understood, all, extended);
    }

    /** With the marker's input for an earlier reading of this source, which had fewer files or other names. */
    public CollectPlan continuing(CollectPlan before) {
        Recognised.Input then = before.input;
        Recognised.Input merged = input.withTyped(then.typed()).withRule(then.rule());
        if (!then.task().equals(before.ground.task())) {
            merged = merged.withTask(then.task());
        }
        if (!then.sheet().equals(before.ground.sheet())) {
            merged = merged.withSheet(then.sheet());
        }
        Recognised anew = Recognised.of(ground, merged);
        Map<String, Optional<StudentKey>> all = new HashMap<>(decisions);
        Map<String, List<Item>> byName = anew.items().stream().collect(Collectors.groupingBy(Item::name));
        for (Item old : before.items()) {
            List<Item> same = byName.getOrDefault(old.name(), List.of()).stream().filter(old::isSameFile).toList();
            if (before.decisions.containsKey(old.id()) && same.size() == 1) {
                all.put(same.getFirst().id(), before.decisions.get(old.id()));
            }
        }
        return new CollectPlan(ground, merged, anew, all, extended(merged));
    }

    private static Task extended(Recognised.Input input) {
        Task task = input.task();
        Map<StudentKey, Instant> extensions = new HashMap<>();
        input.sheet().ifPresent(s -> extensions.putAll(s.extensions(task.zone())));
        extensions.putAll(task.extensions());
        return task.withTimes(task.due(), task.grace(), extensions);
    }

    /** Whose a document was when it was first collected. */
    public Optional<StudentKey> ownerBefore(String path) {
        return Recognised.ownerBefore(ground, understood.roster(), path);
    }

    // --- what is asked of it

    public Task task() {
        return input.task();
    }

    public Roster roster() {
        return understood.roster();
    }

    public RosterOrigin rosterOrigin() {
        return understood.origin();
    }

    public Optional<GradeSheet> sheet() {
        return input.sheet();
    }

    /** Why the sheet cannot be filled in at hand-back, with the remedy; empty if it can. */
    public Optional<Message> sheetRefusal() {
        return input.sheetRefusal();
    }

    /** What is odd about a mark scheme and the sheet: that their maxima differ; empty if nothing is. */
    public Optional<Message> remarkOn(MarkScheme scheme) {
        return input.sheet()
                .flatMap(GradeSheet::maximum)
                .filter(most -> most.compareTo(scheme.maximum()) != 0)
                .map(most -> Message.of(CollectPlan.class, "otherMaximum", Criterion.format(scheme.maximum()),
                        Criterion.format(most)));
    }

    /** The rule in force: entered by hand, known and matching, or learnt. */
    public Optional<FilingRule> rule() {
        return understood.rule();
    }

    /** Known rules that most names of this source match. */
    public List<FilingRule> offeredRules() {
        return KnownRules.offered(ground.known(), paths());
    }

    /** How many of the names match a rule. */
    public int fits(FilingRule other) {
        return KnownRules.fits(other, paths());
    }

    private List<String> paths() {
        return items().stream().map(Item::path).toList();
    }

    /** All files that can be submissions, in the source's order. */
    public List<Item> items() {
        return understood.items();
    }

    /** Entries of the source that cannot be submissions, with reasons; the grade sheet is among them. */
    public List<FileSource.Refusal> refusals() {
        List<FileSource.Refusal> all = new ArrayList<>(ground.source().refusals());
        sheetFile().ifPresent(f -> all.add(new FileSource.Refusal(f.path(),
                Message.of(CollectPlan.class, "gradeSheet"), Optional.of(f))));
        return all;
    }

    /** The encoding of archive names that did not declare one. */
    public Optional<Charset> nameEncoding() {
        return ground.source().nameEncoding();
    }

    /** True if it adds to an earlier batch. */
    public boolean isUpdate() {
        return ground.earlier().isPresent();
    }

    /** Answers in the record that the batch does not have. */
    public List<Edit.ReceiveAnswer> newAnswers() {
        return ground.earlier().map(e -> AnswerExchange.news(e.batch(), ground.answers())).orElse(List.of());
    }

    Optional<PlanGround.Earlier> earlier() {
        return ground.earlier();
    }

    Origin origin() {
        return ground.origin();
    }

    /** The grade sheet's file among the received ones, if it came with them. */
    private Optional<ReceivedFile> sheetFile() {
        return ground.source()
                .files()
                .stream()
                .filter(f -> Optional.of(f.path()).equals(ground.sheetPath()))
                .findFirst();
    }

    /** Whose the file is: by decision, else if the evidence is certain. */
    public Optional<StudentKey> studentOf(Item item) {
        return isDecided(item) ? decisions.get(item.id()) : item.match().student();
    }

    /** True if the marker has decided about the file, now or when it was first collected. */
    public boolean isDecided(Item item) {
        Optional<StudentKey> decided = decisions.get(item.id());
        return decided != null && (decided.isEmpty() || roster().find(decided.get()).isPresent());
    }

    /** True if the file was set aside by decision. */
    public boolean isSetAside(Item item) {
        return isDecided(item) && studentOf(item).isEmpty();
    }

    /** True if the file's student is neither certain nor decided. */
    public boolean isQuestion(Item item) {
        return item.match().student().isEmpty() && !isDecided(item);
    }

    /** The files whose student is neither certain nor decided. */
    public List<Item> questions() {
        return items().stream().filter(this::isQuestion).toList();
    }

    /** The files of a student in the source's order. */
    List<Item> itemsOf(StudentKey student) {
        return byStudent().getOrDefault(student, List.of());
    }

    private synchronized Map<StudentKey, List<Item>> byStudent() {
        if (byStudent == null) {
            byStudent = items().stream()
                    .filter(i -> studentOf(i).isPresent())
                    .collect(Collectors.groupingBy(i -> studentOf(i).orElseThrow()));
        }
        return byStudent;
    }

    /** Students without any file, in this source or collected before. */
    public List<Student> withoutFiles() {
        Set<StudentKey> found = new HashSet<>();
        items().forEach(i -> studentOf(i).ifPresent(found::add));
        ground.earlier().ifPresent(e -> found.addAll(e.received()));
        return roster().students().stream().filter(s -> !found.contains(s.key())).toList();
    }

    /** Paths of documents collected before that are not in this source; they stay as they are. */
    public List<String> missing() {
        Set<String> here = new HashSet<>();
        items().forEach(i -> here.add(i.path()));
        return ground.earlier().map(e -> e.missing(here)).orElse(List.of());
    }

    /** When the file was handed in, by the record or the sheet. */
    Optional<Instant> at(Item item) {
        return item.recorded()
                .map(HandedIn::at)
                .or(() -> studentOf(item).flatMap(s -> sheet().flatMap(g -> g.handedIn(s, task().zone()))));
    }

    /** How the file's time compares with its student's due time, if both are known. */
    public Optional<Lateness> lateness(Item item) {
        return studentOf(item).flatMap(s -> at(item).flatMap(at -> taskWithExtensions().lateness(s, at)));
    }

    /** The task with the extensions from the sheet; those entered by hand take precedence. */
    Task taskWithExtensions() {
        return extended;
    }

    /** Which hand-in of its student a file belongs to, from 1. */
    public int handIn(Item item) {
        return studentOf(item).map(s -> handIns(s, itemsOf(s)))
                .flatMap(all -> all.stream().filter(h -> h.items().contains(item)).findFirst())
                .map(PlannedHandIn::number)
                .orElse(1);
    }

    List<PlannedHandIn> handIns(StudentKey student, List<Item> files) {
        return HandInNumber.inOrder(files, item -> at(item));
    }

    /** How many files are where; the numbers add up. */
    public Count count() {
        int questions = questions().size();
        int aside = (int) items().stream().filter(this::isSetAside).count();
        int kept = (int) refusals().stream().filter(r -> r.file().isPresent()).count();
        int notTaken = (int) refusals().stream().filter(r -> r.file().isEmpty()).count();
        int same = (int) items().stream().filter(i -> i.news() == News.SAME && studentOf(i).isPresent()).count();
        int matched = items().size() - questions - aside;
        return new Count(items().size() + kept + notTaken, matched, questions, aside, kept, notTaken, same);
    }

    @Override
    public void close() throws IOException {
        try (AutoCloseable _ = ground.alsoClose()) {
            ground.source().close();
        } catch (IOException e) {
            throw e;
        } catch (Exception e) {
            throw new IOException(e);
        }
    }
}
