package org.epiglyph.command;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.Profile;
import org.epiglyph.carrier.Progress;
import org.epiglyph.carrier.Report;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.StudentKey;
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
        @Option(names = "--record-office", required = true, description = "Sends to the record service at this address, into the task that the batch came from. The token goes nowhere else.")
        private String address;
        @Option(names = "--token-file", required = true, description = "A file that holds its token.")
        private Path tokenFile;
        @Option(names = "--show", required = true, description = "held or visible: whether students see the results.")
        private Showing showing;
        @Option(names = "--show-anyway", description = "Makes results visible even where something did not go.")
        private boolean showAnyway;
    }

    /** Whether students see the results. */
    enum Showing {
        held, visible
    }

    @Option(names = "--profile", description = "A file that says what students are handed. Default: what was chosen for the batch.")
    private Path profile;
    @Option(names = "--only", split = ",", paramLabel = "KEY", description = "Hands back these students alone, by their keys.")
    private List<String> only = List.of();

    @Option(names = "--accept-changed-originals", description = "Hands back although an original is no longer what was received.")
    private boolean acceptOriginals;
    @Option(names = "--break-certification", description = "Hands marked documents back although their author has certified them against any mark.")
    private boolean breakCertification;
    @Option(names = "--over-others", description = "Hands back over records that somebody else has changed.")
    private boolean overOthers;

    @Override
    public Integer call() throws IOException {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            HandingBack handingBack = new HandingBack(workspace, Clock.systemDefaultZone(), choices(workspace));
            Report report = way.folder != null
                    ? handingBack.toFolder(way.folder, students(workspace), Progress.NONE)
                    : toRecord(workspace, handingBack);
            report.outcomes().forEach(HandBackCommand::say);
            report.notes().forEach(System.err::println);
            return report.isWhole() ? 0 : 1;
        } catch (Problem e) {
            System.err.println(e.getMessage());
            return 1;
        }
    }

    private List<StudentKey> students(Workspace workspace) throws Problem {
        List<StudentKey> sealed = HandingBack.sealed(workspace.batch());
        if (only.isEmpty()) {
            return sealed;
        }
        List<StudentKey> chosen = only.stream().map(k -> new StudentKey(k.strip())).toList();
        for (StudentKey key : chosen) {
            if (workspace.batch().position(key) < 0) {
                throw new Problem("The class has no student with the key " + key + ". Check --only.");
            }
        }
        return chosen;
    }

    private Choices choices(Workspace workspace) throws Problem {
        Set<Outcome.Doubt> accepted = EnumSet.noneOf(Outcome.Doubt.class);
        if (acceptOriginals) {
            accepted.add(Outcome.Doubt.ORIGINAL_CHANGED);
        }
        if (breakCertification) {
            accepted.add(Outcome.Doubt.CERTIFIED);
        }
        if (overOthers) {
            accepted.add(Outcome.Doubt.RECORD_CHANGED);
        }
        Profile handed = profile == null ? Profile.kept(workspace.folder().profile()) : Profile.read(profile);
        return new Choices(author, plain, handed, HandingBack.sealed(workspace.batch())
                .stream()
                .collect(Collectors.toMap(s -> s, _ -> accepted)));
    }

    private Report toRecord(Workspace workspace, HandingBack handingBack) throws Problem, IOException {
        Origin origin = Origin.read(workspace.folder().origin());
        if (!origin.isRecord()) {
            throw new Problem("This batch came from files. Hand it back with --folder.");
        }
        HttpRecordClient client = HttpRecordClient.at(way.record.address, OptionFile.words(way.record.tokenFile));
        if (way.record.showing == Showing.held) {
            client.makeVisible(origin.task(), students(workspace), false);
        }
        Report report = handingBack.toRecord(client, origin.task(), students(workspace), Progress.NONE);
        if (way.record.showing == Showing.visible && (report.isWhole() || way.record.showAnyway)) {
            client.makeVisible(origin.task(), arrived(report), true);
        } else if (way.record.showing == Showing.visible) {
            System.err.println("The results stay held, since not everything went. Mend that, or give --show-anyway.");
        }
        return report;
    }

    private static List<StudentKey> arrived(Report report) {
        return report.outcomes()
                .stream()
                .filter(Outcome::hasArrived)
                .map(Outcome::student)
                .toList();
    }

    private static void say(Outcome outcome) {
        switch (outcome) {
            case Outcome.Done(var student, var receipt, var leftOut) -> {
                System.out.println(student + " handed back, receipt " + receipt.id());
                leftOut.forEach(l -> System.err.println(student + ": " + l));
            }
            case Outcome.AlreadyThere(var student, var receipt) ->
                System.out.println(student + " was there already, receipt " + receipt.id());
            case Outcome.Failed(var student, String why) -> System.err.println(student + " not handed back: " + why);
            case Outcome.Asked(var student, var doubt, String why) -> System.err.println(student + " not handed back: "
                    + why + switch (doubt) {
                        case RECORD_CHANGED -> " (--over-others)";
                        case ORIGINAL_CHANGED -> " (--accept-changed-originals)";
                        case CERTIFIED -> " (--break-certification)";
                    });
        }
    }
}
