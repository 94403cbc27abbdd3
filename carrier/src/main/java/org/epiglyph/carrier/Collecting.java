package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.epiglyph.carrier.CollectPlan.Item;
import org.epiglyph.carrier.CollectPlan.News;
import org.epiglyph.carrier.Register.Fate;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.filing.RuleFile;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.places.FolderTree;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Staging;
import org.epiglyph.workspace.Workspace;

/** Makes a batch from a plan, or adds the plan's news to a batch: atomically. Pages are made later. */
public final class Collecting {
    private final CollectPlan plan;
    private final Map<Item, String> ids = new HashMap<>();
    private final Map<ReceivedFile, String> keptIds = new HashMap<>();
    private Map<String, Storing.Stored> stored = Map.of();

    private Collecting(CollectPlan plan) {
        this.plan = plan;
    }

    /**
     * What was added to a batch.
     *
     * @param handIns  number of new hand-ins
     * @param students number of new students
     */
    public record Added(int handIns, int students) {}

    /**
     * Makes the batch.
     *
     * @param target the folder of the batch; must not exist
     * @throws Problem if it cannot be made
     * @throws java.util.concurrent.CancellationException if the progress asked to stop; in both cases nothing is left
     *         behind
     */
    public static void run(CollectPlan plan, MarkScheme scheme, Phrasebook phrasebook, Path target,
            Progress progress) throws Problem {
        new Collecting(plan).make(scheme, phrasebook, target, progress);
    }

    /** True if names are covered in the batch that a plan adds to. */
    public static boolean isIntoCoveredBatch(CollectPlan plan) {
        return plan.earlier().filter(e -> e.batch().isCovered()).isPresent();
    }

    /** Covers the names of a batch from the beginning. */
    public static void coverNames(Path batch) throws Problem {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            workspace.edit(Covers.everybody(workspace.batch(), new SecureRandom()));
        }
    }

    /**
     * Adds what is new or changed to the batch that the plan was made for. A changed document becomes the student's
     * next hand-in, together with the student's unchanged documents; earlier ones keep their marks.
     *
     * @throws Problem if it cannot be added
     * @throws java.util.concurrent.CancellationException if the progress asked to stop; in both cases the batch is
     *         unchanged
     */
    public static Added into(CollectPlan plan, Workspace workspace, Progress progress) throws Problem {
        return new Collecting(plan).add(workspace, progress);
    }

    // --- a new batch

    private void make(MarkScheme scheme, Phrasebook phrasebook, Path target, Progress progress) throws Problem {
        try (NewBatch batch = NewBatch.at(target)) {
            store(batch.folder(), plan.items(), 0, progress);
            for (Student student : plan.roster().students()) {
                List<HandIn> handIns = plan.handIns(student.key(), plan.itemsOf(student.key()))
                        .stream()
                        .map(p -> handIn(p.number(), p, List.of()))
                        .toList();
                batch.add(student, handIns);
            }
            saveBeside(batch.folder(), Register.EMPTY, UnaryOperator.identity());
            plan.origin().write(batch.folder().origin());
            batch.place(plan.taskWithExtensions(), scheme, phrasebook);
        } catch (IOException e) {
            throw failed(target.toAbsolutePath().getParent(), e);
        }
    }

    private static Problem failed(Path folder, IOException cause) {
        return new Problem(Message.of(Collecting.class, "cannotBeWritten", folder), cause);
    }

    private void store(BatchFolder folder, List<Item> items, int from, Progress progress) throws IOException, Problem {
        Storing storing = new Storing(new Originals(folder));
        int number = from;
        long bytes = 0;
        for (Item item : items) {
            number++;
            ids.put(item, (plan.studentOf(item).isPresent() ? "d" : "set-aside-") + number);
            storing.add(ids.get(item), item.file());
            bytes += Math.max(0, item.file().size());
        }
        for (ReceivedFile file : kept()) {
            keptIds.put(file, "kept-" + ++number);
            storing.add(keptIds.get(file), file);
            bytes += Math.max(0, file.size());
        }
        requireRoom(folder.root().getParent(), Files.getFileStore(folder.root()).getUsableSpace(), bytes);
        stored = storing.run(progress);
    }

    private List<ReceivedFile> kept() {
        List<ReceivedFile> kept = new ArrayList<>();
        plan.refusals().forEach(r -> r.file().ifPresent(kept::add));
        return kept;
    }

    /**
     * @param free  bytes that are free; 0 if the system does not know
     * @param bytes that are needed
     */
    static void requireRoom(Path shelf, long free, long bytes) throws Problem {
        if (free > 0 && free < bytes) {
            throw new Problem(Message.of(Collecting.class, "noRoom", String.format(Locale.ROOT, "%.1f", bytes / 1e6),
                    shelf, String.format(Locale.ROOT, "%.1f", free / 1e6)));
        }
    }

    private HandIn handIn(int number, PlannedHandIn planned, List<Document> unchanged) {
        List<Document> documents = new ArrayList<>(unchanged);
        planned.items().forEach(i -> documents.add(document(i)));
        return new HandIn(number, planned.at(), planned.message(), documents);
    }

    private Document document(Item item) {
        Storing.Stored file = stored.get(ids.get(item));
        Pages pages = file.failure().<Pages>map(why -> new Pages.None(why)).orElseGet(Pages.Awaited::new);
        return new Document(ids.get(item), item.path(), file.original().sha256(), file.original().bytes(), pages,
                evidence(item));
    }

    private String evidence(Item item) {
        Message why = plan.isDecided(item) ? Message.of(Collecting.class, "decided") : item.match().evidence();
        return item.file()
                .caution()
                .map(caution -> Message.of(Collecting.class, "withCaution", why, caution))
                .orElse(why)
                .text();
    }

    /** The files beside the database: what each file became, the sheet, the rule. */
    private void saveBeside(BatchFolder folder, Register before, UnaryOperator<Path> place) throws IOException {
        List<Register.Line> lines = new ArrayList<>();
        ids.forEach((item, id) -> lines.add(line(item, id)));
        lines.sort(java.util.Comparator.comparingInt(l -> numberOf(l.id())));
        for (FileSource.Refusal refusal : plan.refusals()) {
            refusal.file().ifPresent(f -> lines.add(kept(f, refusal.reason().text())));
        }
        Optional<GradeSheet> sheet = plan.sheet();
        if (sheet.isPresent()) {
            Path file = folder.gradeSheet(sheet.get().file().ending());
            byte[] bytes = sheet.get().file().bytes();
            if (Files.exists(file) && !java.util.Arrays.equals(Files.readAllBytes(file), bytes)) {
                Path earlier = folder.root()
                        .resolve("grade-sheet-before-" + System.nanoTime() + "." + sheet.get().file().ending());
                Files.copy(file, place.apply(earlier));
            }
            Files.write(place.apply(file), bytes);
        }
        if (plan.rule().isPresent()) {
            RuleFile.write(plan.rule().get(), place.apply(folder.filingRule()));
        }
        String encoding = plan.nameEncoding().map(Charset::name).orElse(null);
        before.with(sheet.map(Register.Sheet::of).orElse(null), encoding, lines).write(place.apply(folder.register()));
    }

    private Register.Line line(Item item, String id) {
        Optional<StudentKey> student = plan.studentOf(item);
        return new Register.Line(item.path(), stored.get(id).original().sha256(), id,
                student.isPresent() ? Fate.MATCHED : Fate.SET_ASIDE, student.map(StudentKey::value).orElse(""),
                plan.isDecided(item), evidence(item));
    }

    private Register.Line kept(ReceivedFile file, String why) {
        String id = keptIds.get(file);
        return new Register.Line(file.path(), stored.get(id).original().sha256(), id, Fate.KEPT, "", false, why);
    }

    private static int numberOf(String id) {
        String digits = id.replaceAll("\\D", "");
        return digits.isEmpty() || digits.length() > 9 ? 0 : Integer.parseInt(digits);
    }

    // --- an earlier batch

    private Added add(Workspace workspace, Progress progress) throws Problem {
        BatchFolder folder = workspace.folder();
        PlanGround.Earlier earlier = plan.earlier()
                .filter(e -> e.folder().root().equals(folder.root()))
                .orElseThrow(() -> new IllegalArgumentException("The plan was made for another batch"));
        List<Item> news = plan.items().stream().filter(i -> i.news() != News.SAME).toList();
        try {
            store(folder, news, lastNumber(folder), progress);
            List<Edit> edits = edits(workspace, news);
            make(workspace, edits, staged(folder, earlier.register()));
            int handIns = (int) edits.stream().filter(e -> e instanceof Edit.ReceiveHandIn).count();
            int students = (int) edits.stream().filter(e -> e instanceof Edit.Enrol).count();
            return new Added(handIns, students);
        } catch (IOException e) {
            throw failed(folder.root(), e);
        }
    }

    private List<Edit> edits(Workspace workspace, List<Item> news) {
        Batch batch = workspace.batch();
        List<Edit> edits = new ArrayList<>();
        for (Student student : plan.roster().students()) {
            if (batch.position(student.key()) < 0) {
                edits.add(new Edit.Enrol(student));
            }
        }
        covering(batch, plan.roster()).ifPresent(edits::add);
        edits.addAll(addresses(batch));
        Set<Item> those = Set.copyOf(news);
        news.stream()
                .flatMap(i -> plan.studentOf(i).stream())
                .distinct()
                .forEach(s -> edits.addAll(received(workspace, s, those)));
        Task task = plan.taskWithExtensions();
        if (!task.equals(batch.task())) {
            edits.add(new Edit.ChangeTask(task));
        }
        edits.addAll(plan.newAnswers());
        return edits;
    }

    /** Students who join a class with covered names are covered too. */
    private static Optional<Edit> covering(Batch batch, Roster roster) {
        List<StudentKey> newcomers = roster.students()
                .stream()
                .map(Student::key)
                .filter(s -> batch.position(s) < 0)
                .toList();
        return batch.isCovered() && !newcomers.isEmpty()
                ? Optional.of(Covers.newcomers(batch, newcomers, new SecureRandom()))
                : Optional.empty();
    }

    /** Mail addresses that are new to the batch. */
    private List<Edit> addresses(Batch batch) {
        return plan.roster()
                .students()
                .stream()
                .filter(s -> !s.mail().isBlank() && batch.position(s.key()) >= 0
                        && batch.submission(s.key()).whose().owner().mail().isBlank())
                .<Edit>map(s -> new Edit.LearnAddress(s.key(), s.mail()))
                .toList();
    }

    private static void make(Workspace workspace, List<Edit> edits, Staging staging) throws Problem {
        try {
            workspace.editAll(edits, staging);
        } catch (EditRefused e) {
            throw new Problem(Message.of(Collecting.class, "nothingAdded", e.asMessage()), e);
        }
    }

    private Staging staged(BatchFolder folder, Register before) throws IOException {
        Staging staging = Staging.begin(folder);
        stored.keySet().forEach(staging::stored);
        try {
            saveBeside(folder, before, staging::place);
            return staging;
        } catch (IOException e) {
            staging.discard();
            throw e;
        }
    }

    private List<Edit> received(Workspace workspace, StudentKey student, Set<Item> news) {
        Batch batch = workspace.batch();
        List<Item> own = plan.itemsOf(student).stream().filter(news::contains).toList();
        List<HandIn> handIns = new ArrayList<>(
                batch.position(student) < 0 ? List.of() : batch.submission(student).handIns());
        List<Edit> edits = new ArrayList<>();
        for (PlannedHandIn planned : plan.handIns(student, own)) {
            boolean another = handIns.stream().noneMatch(h -> h.number() == planned.number());
            int last = handIns.isEmpty() ? 0 : handIns.getLast().number();
            int number = another && planned.number() > last ? planned.number() : last + 1;
            List<Document> unchanged = another || handIns.isEmpty() ? List.of() : unchanged(handIns.getLast(), planned);
            HandIn next = handIn(number, planned, unchanged);
            handIns.add(next);
            edits.add(new Edit.ReceiveHandIn(student, next));
        }
        return edits;
    }

    private static List<Document> unchanged(HandIn before, PlannedHandIn planned) {
        return before.documents()
                .stream()
                .filter(d -> planned.items().stream().noneMatch(i -> i.path().equals(d.path())))
                .toList();
    }

    private static int lastNumber(BatchFolder folder) throws IOException {
        return FolderTree.entries(folder.originals())
                .stream()
                .mapToInt(p -> numberOf(p.getFileName().toString()))
                .max()
                .orElse(0);
    }
}
