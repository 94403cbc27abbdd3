package org.epiglyph.command;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.Callable;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.exchange.filing.RuleFile;
import org.epiglyph.exchange.phrases.PhraseFile;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.exchange.scheme.SchemeFile;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.exchange.sheet.SheetRoles;
import org.epiglyph.exchange.sheet.TypedRoster;
import org.epiglyph.exchange.table.ReadText;
import org.epiglyph.workspace.Workspace;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/**
 * Collects a batch from a script. Guesses nothing: files whose student is not certain are an error, unless they are to
 * be set aside.
 */
@Command(name = "collect", mixinStandardHelpOptions = true, description = "Collects a batch into a folder.")
final class CollectCommand implements Callable<Integer> {
    private static final List<String> FOR_A_NEW_BATCH = List.of("--scheme", "--phrasebook", "--cover-names", "--title",
            "--due",
            "--zone", "--grace");
    @Spec
    private CommandSpec spec;
    @ArgGroup(exclusive = true, multiplicity = "1")
    private Source source;
    @Option(names = "--scheme", description = "The mark scheme as CSV: criterion, maximum, step, text.")
    private Path scheme;
    @Option(names = "--phrasebook", description = "The phrasebook as CSV: code, words, criterion, effect.")
    private Path phrasebook;
    @Option(names = "--set-aside", description = "Sets aside files whose student is uncertain.")
    private boolean setAside;
    @Option(names = "--again", description = "Adds new and changed files to an existing batch.")
    private boolean again;
    @Option(names = "--cover-names", description = "Covers the names of students with numbers while a new batch is marked.")
    private boolean coverNames;
    @Parameters(paramLabel = "BATCH", description = "The folder of the batch; must not exist yet, except with --again.")
    private Path target;

    static final class Source {
        @ArgGroup(exclusive = false)
        private FromRecord record;
        @ArgGroup(exclusive = false)
        private FromFiles files;
    }

    static final class FromRecord {
        @Option(names = "--record-office", required = true, description = "Address of the record service.")
        private String address;
        @Option(names = "--token-file", required = true, description = "A file that contains its token.")
        private Path tokenFile;
        @Option(names = "--task", required = true, description = "The id of the task.")
        private String task;
    }

    static final class FromFiles {
        @Option(names = "--files", required = true, description = "A zip archive, a folder or a file; may be given several times.")
        private List<Path> files;
        @Option(names = "--sheet", description = "The grade sheet, CSV or XLSX. Default: one among the files, or none.")
        private Path sheet;
        @Option(names = "--sheet-columns", split = ",", description = "The meaning of the sheet's columns, numbered from 1, if their headings are not recognised: for example key=1,score=4,feedback=6. Possible: key, name, given, family, section, score, grade, maximum, feedback, candidate.")
        private Map<Role, Integer> columns;
        @Option(names = "--class", description = "A text file with one student per line, if there is no sheet.")
        private Path roster;
        @Option(names = "--title", defaultValue = "", description = "The title of the task. Default: the name of the first file or folder.")
        private String title;
        @Option(names = "--due", description = "The deadline, for example 2026-03-13T18:00:00Z.")
        private Instant due;
        @Option(names = "--zone", description = "The time zone in which times are shown. Default: this machine's.")
        private ZoneId zone = ZoneId.systemDefault();
        @Option(names = "--grace", defaultValue = "0", description = "Minutes after the deadline that still count as in time.")
        private int grace;
        @Option(names = "--rule", description = "A filing rule: a text file that describes how the files are named.")
        private Path rule;
        @Option(names = "--names-in", description = "The encoding of file names in archives that do not declare one, for example IBM850.")
        private Charset encoding;
    }

    @Override
    public Integer call() throws IOException {
        Optional<String> unfit = FOR_A_NEW_BATCH.stream()
                .filter(o -> again && spec.commandLine().getParseResult().hasMatchedOption(o))
                .findFirst();
        if (unfit.isPresent()) {
            System.err.println(unfit.get() + " applies to a new batch only. Leave it out with --again.");
            return 2;
        }
        try (CollectPlan read = plan()) {
            read.refusals()
                    .forEach(r -> System.err.println((r.file().isPresent() ? "Stored as it is: " : "Left out: ")
                            + r.path() + ". " + r.reason().text()));
            List<CollectPlan.Item> questions = read.questions();
            if (!questions.isEmpty() && !setAside) {
                questions.forEach(
                        q -> System.err.println("Whose is " + q.path() + "? " + q.match().evidence().text()));
                System.err.println("Collect in the window to decide, or use --set-aside.");
                return 3;
            }
            collect(read.withQuestionsAside());
            return 0;
        } catch (Problem e) {
            System.err.println(e.getMessage());
            return 1;
        }
    }

    private void collect(CollectPlan plan) throws Problem, IOException {
        MarkScheme marks = scheme == null
                ? MarkScheme.single(plan.task().maximum())
                : SchemeFile.read(OptionFile.bytes(scheme), scheme.toString());
        Phrasebook phrases = phrasebook == null
                ? Phrasebook.EMPTY
                : PhraseFile.read(OptionFile.bytes(phrasebook), phrasebook.toString(), marks);
        plan.sheetRefusal()
                .ifPresent(
                        r -> System.err.println("The grade sheet cannot be filled in when handing back: " + r.text()));
        plan.remarkOn(marks).ifPresent(r -> System.err.println(r.text()));
        if (again) {
            try (Workspace workspace = Workspace.open(target, Clock.systemDefaultZone())) {
                Collecting.Added added = Collecting.into(plan, workspace, Progress.NONE);
                System.out.println("New: " + added.handIns() + (added.handIns() == 1 ? " hand-in, " : " hand-ins, ")
                        + students(added.students()) + ".");
                plan.newAnswers().forEach(a -> System.out.println(a.student() + " answered"));
            }
        } else {
            Collecting.run(plan, marks, phrases, target, Progress.NONE);
            if (coverNames) {
                Collecting.coverNames(target);
            }
        }
        CollectPlan.Count count = plan.count();
        System.out.println(count.all() + (count.all() == 1 ? " file: " : " files: ") + count.matched() + " matched, "
                + count.setAside() + " set aside, " + count.kept() + " stored as they are, " + count.notTaken()
                + " left out. "
                + students(plan.withoutFiles().size()) + " without a file. The batch is in " + target);
    }

    private static GradeSheet withColumns(CollectPlan plan, Map<Role, Integer> columns) throws Problem {
        GradeSheet sheet = plan.sheet()
                .orElseThrow(() -> new Problem("--sheet-columns needs a sheet. Give one with --sheet."));
        SheetRoles roles = sheet.roles();
        for (Map.Entry<Role, Integer> one : columns.entrySet()) {
            if (one.getValue() < 1) {
                throw new Problem("Columns are counted from 1, not " + one.getValue() + ".");
            }
            roles = roles.with(one.getKey(), OptionalInt.of(one.getValue() - 1));
        }
        return GradeSheet.of(sheet.file(), roles);
    }

    private static FilingRule rule(Path file) throws Problem {
        OptionFile.bytes(file);
        return RuleFile.read(file);
    }

    private CollectPlan plan() throws Problem, IOException {
        Optional<Path> earlier = again ? Optional.of(target) : Optional.empty();
        if (source.record != null) {
            RecordClient client = RecordServices.installed()
                    .connect(source.record.address,
                            OptionFile.text(source.record.tokenFile));
            return Planning.fromRecord(client, source.record.task, earlier, Progress.NONE);
        }
        FromFiles from = source.files;
        List<Student> students = from.roster == null
                ? List.of()
                : TypedRoster.read(ReadText.of(OptionFile.bytes(from.roster))).students();
        CollectPlan plan = Planning.fromFiles(
                new Planning.FromFiles(from.files, Optional.ofNullable(from.sheet), from.title,
                        Optional.ofNullable(from.due), from.zone, Duration.ofMinutes(from.grace),
                        Optional.ofNullable(from.encoding), students, List.of()),
                earlier, Progress.NONE);
        if (from.columns != null) {
            plan = plan.withSheet(Optional.of(withColumns(plan, from.columns)));
        }
        if (from.rule != null) {
            plan = plan.withRule(Optional.of(rule(from.rule)));
        }
        return plan;
    }

    private static String students(int count) {
        return count == 1 ? "1 student" : count + " students";
    }
}
