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
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Match;
import org.epiglyph.core.filing.Matching;
import org.epiglyph.core.filing.RosterFromNames;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.filing.PlainLetters;
import org.epiglyph.exchange.record.RecordClient.HandedIn;
import org.epiglyph.exchange.record.StudentAnswer;
import org.epiglyph.exchange.sheet.GradeSheet;

/**
 * What was understood of a source before a batch is made or added to: every file with its student or a question. What
 * the marker says (sheet, class list, rule, decisions) changes it. Not safe for several threads.
 */
public final class CollectPlan implements AutoCloseable {
    private final FileSource source;
    private final Origin origin;
    private final Optional<Roster> recorded;
    private final Map<String, HandedIn> byRecord;
    private final Optional<PlanGround.Earlier> earlier;
    private final List<StudentAnswer> answers;
    private final KnownRules known;
    private final AutoCloseable alsoClose;
    private final PlainLetters letters = new PlainLetters();
    private final Map<String, Optional<StudentKey>> decisions = new HashMap<>();
    private Task task;
    private Task extended;
    private Optional<String> sheetRefusal;
    private Optional<GradeSheet> sheet;
    private Optional<String> sheetPath;
    private List<Student> typed = List.of();
    private Optional<FilingRule> byHand = Optional.empty();
    private Optional<FilingRule> rule = Optional.empty();
    private Roster roster;
    private RosterOrigin rosterOrigin;
    private List<Item> items = List.of();

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
     * @param match    whose it is, as far as that is known
     * @param recorded what the record says of it
     * @param number   number of the hand-in by the file's name, from 1
     * @param news     whether it was collected before
     */
    public record Item(String id, ReceivedFile file, Match match, Optional<HandedIn> recorded, int number, News news) {
        public String path() {
            return file.path();
        }
    }

    /**
     * Where all files are.
     *
     * @param all       files and refused entries
     * @param matched   with a student
     * @param questions to be decided
     * @param setAside  nobody's by decision
     * @param kept      cannot be submissions and are kept as they are
     * @param notTaken  of which there are no bytes to keep
     * @param unchanged of the matched ones, those collected before as they are
     */
    public record Count(int all, int matched, int questions, int setAside, int kept, int notTaken, int unchanged) {}

    CollectPlan(PlanGround ground) {
        this.source = ground.source();
        this.origin = ground.origin();
        this.recorded = ground.recorded();
        this.byRecord = Map.copyOf(ground.byRecord());
        this.earlier = ground.earlier();
        this.answers = ground.answers();
        this.known = new KnownRules(ground.known(), letters);
        this.alsoClose = ground.alsoClose();
        this.task = ground.task();
        this.sheet = ground.sheet();
        this.sheetPath = ground.sheetPath();
        this.sheetRefusal = sheet.flatMap(GradeSheet::refusal);
        earlier.ifPresent(e -> decisions.putAll(e.register().decisions()));
        derive();
    }

    // --- what the marker says

    /** Other times or another title. */
    public void useTask(Task other) {
        task = other;
        deriveTask();
    }

    /** Another grade sheet, or the same with other columns; empty for none. */
    public void useSheet(Optional<GradeSheet> other) {
        sheet = other;
        sheetRefusal = sheet.flatMap(GradeSheet::refusal);
        derive();
    }

    /** Students typed or pasted; they join those of a record or sheet. */
    public void useTyped(List<Student> students) {
        typed = List.copyOf(students);
        derive();
    }

    /** The filing rule by hand; empty to learn it from the names. */
    public void useRule(Optional<FilingRule> other) {
        byHand = other;
        derive();
    }

    /** The marker's decision about a file: a student, or set aside. */
    public void decide(Item item, Optional<StudentKey> student) {
        decisions.put(item.id(), student);
    }

    /** Takes a decision back, so that the evidence counts again. */
    public void undecide(Item item) {
        decisions.remove(item.id());
    }

    // --- what follows from it

    private void derive() {
        deriveTask();
        List<ReceivedFile> files = source.files()
                .stream()
                .filter(f -> !Optional.of(f.path()).equals(sheetPath))
                .toList();
        List<String> paths = files.stream().map(ReceivedFile::path).toList();
        PlannedRoster planned = PlannedRoster.of(new PlannedRoster.Sources(earlier, recorded, sheet, typed), paths,
                byHand);
        roster = planned.roster();
        rosterOrigin = planned.origin();
        Optional<RosterFromNames> fromNames = planned.fromNames();
        Matching plain = new Matching(roster, letters);
        rule = fromNames.isPresent() ? fromNames.get().rule() : byHand.or(() -> known.fitting(paths, plain));
        Matching matching = plain.with(rule);
        Map<String, StudentKey> inSheet = sheet.map(GradeSheet::files).orElse(Map.of());
        Map<String, Integer> nth = new HashMap<>();
        List<Item> derived = new ArrayList<>();
        for (ReceivedFile file : files) {
            int n = nth.merge(file.path(), 1, Integer::sum);
            String id = n == 1 ? file.path() : file.path() + "\u0000" + n;
            Optional<HandedIn> record = Optional.ofNullable(byRecord.get(file.path()))
                    .filter(h -> roster.find(h.student()).isPresent());
            Match match = known(file, record, inSheet)
                    .or(() -> fromNames
                            .map(f -> Match.certain(f.owner(file.path()), "the class is read from the names")))
                    .orElseGet(() -> matching.match(file.path()));
            derived.add(new Item(id, file, match, record, HandInNumber.of(file.path(), rule),
                    earlier.map(e -> e.news(file)).orElse(News.NEW)));
        }
        items = derived;
    }

    private Optional<Match> known(ReceivedFile file, Optional<HandedIn> record, Map<String, StudentKey> inSheet) {
        if (record.isPresent()) {
            return Optional.of(Match.certain(record.get().student(), "the record says so"));
        }
        StudentKey named = inSheet.get(file.path().substring(file.path().lastIndexOf('/') + 1));
        if (named != null && roster.find(named).isPresent()) {
            return Optional.of(Match.certain(named,
                    "line " + sheet.orElseThrow().line(named) + " of the grade sheet names this file"));
        }
        return ownerBefore(file.path()).map(s -> Match.certain(s, "as when it was first collected"));
    }

    /** Whose a document was when it was first collected. */
    public Optional<StudentKey> ownerBefore(String path) {
        return earlier.flatMap(e -> e.owner(path, roster));
    }

    // --- what is asked of it

    public Task task() {
        return task;
    }

    public Roster roster() {
        return roster;
    }

    public RosterOrigin rosterOrigin() {
        return rosterOrigin;
    }

    public Optional<GradeSheet> sheet() {
        return sheet;
    }

    /** Why the sheet cannot be filled in when the batch is handed back, with what can be done; empty where it can. */
    public Optional<String> sheetRefusal() {
        return sheetRefusal;
    }

    /** What is odd about a mark scheme beside the sheet: that their maxima differ; empty where nothing is. */
    public Optional<String> remarkOn(MarkScheme scheme) {
        return sheet.flatMap(GradeSheet::maximum)
                .filter(most -> most.compareTo(scheme.maximum()) != 0)
                .map(most -> "The mark scheme comes to " + Criterion.words(scheme.maximum())
                        + ", and the grade sheet has a maximum of " + Criterion.words(most)
                        + ". Check which is meant; the mark scheme can be changed in its place.");
    }

    /** The rule in force: by hand, known and fitting, or learnt. */
    public Optional<FilingRule> rule() {
        return rule;
    }

    /** Known rules that most names of this source follow. */
    public List<FilingRule> offeredRules() {
        return known.offered(paths());
    }

    /** How many of the names follow a rule. */
    public int fits(FilingRule other) {
        return KnownRules.fits(other, paths());
    }

    private List<String> paths() {
        return items.stream().map(Item::path).toList();
    }

    /** All files that can be submissions, in the source's order. */
    public List<Item> items() {
        return items;
    }

    /** Entries of the source that cannot be submissions, with reasons; the grade sheet is one. */
    public List<FileSource.Refusal> refusals() {
        List<FileSource.Refusal> all = new ArrayList<>(source.refusals());
        sheetFile().ifPresent(f -> all.add(new FileSource.Refusal(f.path(), "It is the grade sheet.", Optional.of(f))));
        return all;
    }

    /** The encoding of archive names that did not say theirs. */
    public Optional<Charset> nameEncoding() {
        return source.nameEncoding();
    }

    /** True if an earlier batch is added to. */
    public boolean isAgain() {
        return earlier.isPresent();
    }

    /** What students wrote in the record that the batch does not have. */
    public List<Edit.ReceiveAnswer> newAnswers() {
        return earlier.map(e -> AnswerExchange.news(e.batch(), answers)).orElse(List.of());
    }

    Optional<PlanGround.Earlier> earlier() {
        return earlier;
    }

    Origin origin() {
        return origin;
    }

    /** The grade sheet's file among the received ones, where it came with them. */
    private Optional<ReceivedFile> sheetFile() {
        return source.files().stream().filter(f -> Optional.of(f.path()).equals(sheetPath)).findFirst();
    }

    /** Whose the file is: by decision, else where the evidence is certain. */
    public Optional<StudentKey> studentOf(Item item) {
        return isDecided(item) ? decisions.get(item.id()) : item.match().student();
    }

    /** True if the marker has decided about the file, now or when it was first collected. */
    public boolean isDecided(Item item) {
        Optional<StudentKey> decided = decisions.get(item.id());
        return decided != null && (decided.isEmpty() || roster.find(decided.get()).isPresent());
    }

    /** True if the file is nobody's by decision. */
    public boolean isSetAside(Item item) {
        return isDecided(item) && studentOf(item).isEmpty();
    }

    /** True if the file's student is neither certain nor decided. */
    public boolean isQuestion(Item item) {
        return item.match().student().isEmpty() && !isDecided(item);
    }

    /** Files whose student is neither certain nor decided. */
    public List<Item> questions() {
        return items.stream().filter(this::isQuestion).toList();
    }

    /** The files of a student in the source's order. */
    public List<Item> itemsOf(StudentKey student) {
        return items.stream().filter(i -> studentOf(i).equals(Optional.of(student))).toList();
    }

    /** Students of whom there is no file, neither in this source nor collected before. */
    public List<Student> nothingFrom() {
        Set<StudentKey> found = new HashSet<>();
        items.forEach(i -> studentOf(i).ifPresent(found::add));
        earlier.ifPresent(e -> found.addAll(e.received()));
        return roster.students().stream().filter(s -> !found.contains(s.key())).toList();
    }

    /** Paths of documents collected before that are not in this source; they stay as they are. */
    public List<String> gone() {
        Set<String> here = new HashSet<>();
        items.forEach(i -> here.add(i.path()));
        return earlier.map(e -> e.gone(here)).orElse(List.of());
    }

    /** When the file was handed in, by the record or the sheet. */
    public Optional<Instant> at(Item item) {
        return item.recorded()
                .map(HandedIn::at)
                .or(() -> studentOf(item).flatMap(s -> sheet.flatMap(g -> g.handedIn(s, task.zone()))));
    }

    /** How the file's time compares with its student's due time, where both are known. */
    public Optional<Lateness> lateness(Item item) {
        return studentOf(item).flatMap(s -> at(item).flatMap(at -> taskWithExtensions().lateness(s, at)));
    }

    /** The task with the extensions that the sheet states; those given by hand come before them. */
    Task taskWithExtensions() {
        return extended;
    }

    private void deriveTask() {
        Map<StudentKey, Instant> extensions = new HashMap<>();
        sheet.ifPresent(s -> extensions.putAll(s.extensions(task.zone())));
        extensions.putAll(task.extensions());
        extended = task.withTimes(task.due(), task.grace(), extensions);
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

    /** Where all files are; they add up. */
    public Count count() {
        int questions = questions().size();
        int aside = (int) items.stream().filter(this::isSetAside).count();
        int kept = (int) refusals().stream().filter(r -> r.file().isPresent()).count();
        int notTaken = (int) refusals().stream().filter(r -> r.file().isEmpty()).count();
        int same = (int) items.stream().filter(i -> i.news() == News.SAME && studentOf(i).isPresent()).count();
        int matched = items.size() - questions - aside;
        return new Count(items.size() + kept + notTaken, matched, questions, aside, kept, notTaken, same);
    }

    @Override
    public void close() throws IOException {
        try (FileSource _ = source; AutoCloseable _ = alsoClose) {
            decisions.clear();
        } catch (IOException e) {
            throw e;
        } catch (Exception e) {
            throw new IOException(e);
        }
    }
}
