package org.epiglyph.desktop.command;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.Callable;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.epiglyph.exchange.record.HttpRecordClient;
import org.epiglyph.workspace.Workspace;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Hands the sealed submissions of a batch back from a script. */
@Command(name = "hand-back", mixinStandardHelpOptions = true, description = "Hands the sealed submissions of a batch back.")
final class HandBackCommand implements Callable<Integer> {
    @ArgGroup(exclusive = true, multiplicity = "1")
    private Way way;
    @Option(names = "--author", defaultValue = "Marker", description = "Who marked, as PDF readers show it. Default: ${DEFAULT-VALUE}.")
    private String author;
    @Option(names = "--plain", description = "Takes scripts and what starts programs out of the marked copies.")
    private boolean plain;
    @Parameters(paramLabel = "BATCH", description = "The batch's folder.")
    private Path batch;

    static final class Way {
        @Option(names = "--folder", description = "Writes a zip and the grade sheet into this folder.")
        private Path folder;
        @ArgGroup(exclusive = false)
        private ToRecord record;
    }

    static final class ToRecord {
        @Option(names = "--token-file", required = true, description = "Sends to the record service the batch came from; the file holds its token.")
        private Path tokenFile;
        @Option(names = "--show", required = true, description = "held or visible: whether students see the results.")
        private Showing showing;
    }

    /** Whether students see the results. */
    enum Showing {
        held, visible
    }

    @Override
    public Integer call() throws IOException {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            HandingBack handingBack = new HandingBack(workspace, Clock.systemDefaultZone(), author, plain);
            List<Outcome> outcomes = way.folder != null
                    ? handingBack.toFolder(way.folder, Progress.NONE)
                    : toRecord(workspace, handingBack);
            outcomes.forEach(HandBackCommand::say);
            return outcomes.stream().anyMatch(o -> o instanceof Outcome.Failed) ? 1 : 0;
        } catch (Problem e) {
            System.err.println(e.getMessage());
            return 1;
        }
    }

    private List<Outcome> toRecord(Workspace workspace, HandingBack handingBack) throws Problem, IOException {
        Origin origin = Origin.read(workspace.folder().origin());
        if (!origin.isRecord()) {
            throw new Problem("This batch came from files. Hand it back with --folder.");
        }
        HttpRecordClient client = HttpRecordClient.at(origin.address(), Files.readString(way.record.tokenFile));
        if (way.record.showing == Showing.held) {
            client.makeVisible(origin.task(), false);
        }
        List<Outcome> outcomes = handingBack.toRecord(client, origin.task(), Progress.NONE);
        if (way.record.showing == Showing.visible) {
            client.makeVisible(origin.task(), true);
        }
        return outcomes;
    }

    private static void say(Outcome outcome) {
        switch (outcome) {
            case Outcome.Done(var student, var receipt) ->
                System.out.println(student + " handed back, receipt " + receipt.id());
            case Outcome.AlreadyThere(var student, var receipt) ->
                System.out.println(student + " was there already, receipt " + receipt.id());
            case Outcome.Failed(var student, String why) -> System.err.println(student + " not handed back: " + why);
        }
    }
}
