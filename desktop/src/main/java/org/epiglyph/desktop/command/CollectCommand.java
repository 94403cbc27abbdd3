package org.epiglyph.desktop.command;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.exchange.record.HttpRecordClient;
import org.epiglyph.exchange.sheet.PhraseTable;
import org.epiglyph.exchange.sheet.SchemeTable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Collects a batch from a script. Guesses nothing: files whose student is not certain end it, unless they are to be set aside. */
@Command(name = "collect", mixinStandardHelpOptions = true, description = "Collects a batch into a folder.")
final class CollectCommand implements Callable<Integer> {
    @ArgGroup(exclusive = true, multiplicity = "1")
    private Source source;
    @Option(names = "--scheme", description = "The mark scheme as CSV: criterion, maximum, step, text.")
    private Path scheme;
    @Option(names = "--phrasebook", description = "The phrasebook as CSV: code, words, criterion, effect.")
    private Path phrasebook;
    @Option(names = "--set-aside", description = "Sets files aside whose student is not certain.")
    private boolean setAside;
    @Parameters(paramLabel = "BATCH", description = "The folder that the batch will be; must not exist.")
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
        @Option(names = "--token-file", required = true, description = "A file that holds its token.")
        private Path tokenFile;
        @Option(names = "--task", required = true, description = "The task's id there.")
        private String task;
    }

    static final class FromFiles {
        @Option(names = "--files", required = true, description = "A zip archive or a folder.")
        private Path files;
        @Option(names = "--sheet", required = true, description = "The grade sheet as CSV.")
        private Path sheet;
        @Option(names = "--title", required = true, description = "What to call the task.")
        private String title;
        @Option(names = "--due", description = "When it was due, for example 2026-03-13T18:00:00Z.")
        private Instant due;
        @Option(names = "--zone", description = "The zone in which times are shown. Default: this machine's.")
        private ZoneId zone = ZoneId.systemDefault();
    }

    @Override
    public Integer call() throws IOException {
        try (CollectPlan plan = plan()) {
            plan.refusals().forEach(r -> System.err.println("Not taken: " + r.path() + ". " + r.reason()));
            List<CollectPlan.Item> questions = plan.questions();
            if (!questions.isEmpty() && !setAside) {
                questions.forEach(q -> System.err.println("Whose is " + q.path() + "? " + q.match().evidence()));
                System.err.println("Collect in the window to decide, or give --set-aside.");
                return 3;
            }
            questions.forEach(q -> plan.decide(q, Optional.empty()));
            MarkScheme marks = scheme == null
                    ? MarkScheme.single(plan.task().maximum())
                    : SchemeTable.read(Files.readAllBytes(scheme), scheme.toString());
            Phrasebook phrases = phrasebook == null
                    ? Phrasebook.EMPTY
                    : PhraseTable.read(Files.readAllBytes(phrasebook), phrasebook.toString(), marks);
            Collecting.carryOut(plan, marks, phrases, target, Progress.NONE);
            System.out.println(plan.items().size() + " files: " + (plan.items().size() - questions.size())
                    + " matched, " + questions.size() + " set aside. "
                    + plan.nothingFrom().size() + " students without a file. The batch is in " + target);
            return 0;
        } catch (Problem e) {
            System.err.println(e.getMessage());
            return 1;
        }
    }

    private CollectPlan plan() throws Problem, IOException {
        if (source.record != null) {
            HttpRecordClient client = HttpRecordClient.at(source.record.address,
                    Files.readString(source.record.tokenFile));
            return Planning.fromRecord(client, source.record.task, Progress.NONE);
        }
        FromFiles from = source.files;
        return Planning.fromFiles(from.files, from.sheet, from.title, Optional.ofNullable(from.due), from.zone);
    }
}
