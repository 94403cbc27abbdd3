package org.epiglyph.command;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.epiglyph.carrier.AnswerExchange;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.Profile;
import org.epiglyph.carrier.Progress;
import org.epiglyph.carrier.Report;
import org.epiglyph.carrier.Resolution;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.Amendment;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.workspace.Workspace;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Hands the sealed submissions of a batch back from a script. */
@Command(name = "hand-back", mixinStandardHelpOptions = true, description = "Hands back the sealed submissions of a batch. Exit code: 0 if everything was handed back, 1 if not, 2 if an option was wrong.")
final class HandBackCommand implements Callable<Integer> {
    @ArgGroup(exclusive = true, multiplicity = "1")
    private Way way;
    @Option(names = "--author", defaultValue = "Marker", description = "The name of the marker shown by PDF readers. Default: ${DEFAULT-VALUE}.")
    private String author;
    @Option(names = "--plain", description = "Removes scripts and anything that starts programs from the marked copies.")
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
        @Option(names = "--record-office", required = true, description = "Sends to the record service at this address, to the task from which the batch was collected. The token is sent nowhere else.")
        private String address;
        @Option(names = "--token-file", required = true, description = "A file that contains its token.")
        private Path tokenFile;
        @Option(names = "--show", required = true, description = "held or visible: whether students see the results.")
        private Showing showing;
        @Option(names = "--show-anyway", description = "Makes results visible even if something was not handed back.")
        private boolean showAnyway;
    }

    /** Whether students see the results. */
    enum Showing {
        held, visible
    }

    private static final String NOT = "not handed back";
    @Mixin
    private CommandReport report;
    @ArgGroup(exclusive = false)
    private Amend amendment;

    static final class Amend {
        @Option(names = "--why", required = true, description = "The reason why earlier results are changed; stored with them in the record.")
        private String why;
        @Option(names = "--why-shown", description = "Shows the reason to students.")
        private boolean shown;
    }

    @Option(names = "--profile", description = "A file with the options for handing back. Default: those saved with the batch.")
    private Path profile;
    @Option(names = "--only", split = ",", paramLabel = "KEY", description = "Hands back only these students, by their keys.")
    private List<String> only = List.of();

    @Option(names = "--accept-changed-originals", description = "Hands back even if an original has changed since it was received.")
    private boolean acceptOriginals;
    @Option(names = "--break-certification", description = "Hands back marked copies of documents that their author has certified against changes.")
    private boolean breakCertification;
    @Option(names = "--over-others", description = "Replaces records that somebody else has changed.")
    private boolean overOthers;

    @Override
    public Integer call() throws IOException {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            HandingBack handingBack = new HandingBack(workspace, Clock.systemDefaultZone(), choices(workspace));
            Report handedBack = way.folder != null
                    ? handingBack.toFolder(way.folder, students(workspace), Progress.NONE)
                    : toRecord(workspace, handingBack);
            handedBack.outcomes().forEach(this::report);
            handedBack.notes().forEach(n -> report.note(n.text()));
            report.end();
            return handedBack.isWhole() ? 0 : 1;
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
        Profile handed = profile == null ? Profile.stored(workspace.folder().profile()) : Profile.read(profile);
        List<StudentKey> sealed = HandingBack.sealed(workspace.batch());
        Choices choices = new Choices(author, plain, handed,
                sealed.stream().collect(Collectors.toMap(s -> s, _ -> accepted)));
        if (overOthers) {
            Resolution ours = new Resolution(Resolution.Way.OURS, "");
            choices = choices.resolving(sealed.stream().collect(Collectors.toMap(s -> s, _ -> ours)));
        }
        return amendment == null ? choices : choices.amending(new Amendment(amendment.why, amendment.shown));
    }

    private Report toRecord(Workspace workspace, HandingBack handingBack) throws Problem, IOException {
        Origin origin = Origin.read(workspace.folder().origin());
        if (!origin.isRecord()) {
            throw new Problem("This batch came from files. Hand it back with --folder.");
        }
        RecordClient client = RecordServices.installed()
                .connect(way.record.address, OptionFile.text(way.record.tokenFile));
        boolean holds = client.abilities().contains(Ability.VISIBILITY);
        if (!holds && way.record.showing == Showing.held) {
            throw new Problem("The service at " + way.record.address
                    + " shows every result at once. Give --show visible, or hand back into a folder.");
        }
        if (holds && way.record.showing == Showing.held) {
            client.makeVisible(origin.task(), students(workspace), false);
        }
        Report report = handingBack.toRecord(client, origin.task(), students(workspace), Progress.NONE);
        exchangeAnswers(workspace, client, origin.task());
        if (!holds) {
            return report;
        }
        if (way.record.showing == Showing.visible && (report.isWhole() || way.record.showAnyway)) {
            client.makeVisible(origin.task(), arrived(report), true);
        } else if (way.record.showing == Showing.visible) {
            System.err.println(
                    "The results stay held, since not everything was handed back. Fix that, or use --show-anyway.");
        }
        return report;
    }

    /** If this fails, the work was handed back all the same. */
    private void exchangeAnswers(Workspace workspace, RecordClient client, String task) {
        try {
            new AnswerExchange(workspace, client, task).run(Progress.NONE)
                    .kept()
                    .forEach(
                            s -> report
                                    .note("Somebody else has replied to " + s + ", so that your reply was not sent."));
        } catch (Problem | EditRefused e) {
            report.note("Answers and replies were not exchanged: " + e.getMessage());
        }
    }

    private static List<StudentKey> arrived(Report report) {
        return report.outcomes()
                .stream()
                .filter(Outcome::hasArrived)
                .map(Outcome::student)
                .toList();
    }

    private void report(Outcome outcome) {
        String student = outcome.student().value();
        switch (outcome) {
            case Outcome.Done(var _, var receipt, var leftOut) -> {
                report.done(student, "handed back", "receipt " + receipt.id());
                leftOut.forEach(l -> report.not(student, "not all of it went", l.text()));
            }
            case Outcome.AlreadyThere(var _, var receipt) ->
                report.done(student, "was there already", "receipt " + receipt.id());
            case Outcome.Differs(var _, var theirs, var _, var _) -> report.not(student, NOT,
                    "Somebody else has changed the record; it holds the score "
                            + theirs.score().map(Criterion::format).orElse("none") + " (--over-others)");
            case Outcome.TheirsStand _ -> report.done(student, "left as somebody else has put it into the record", "");
            case Outcome.Failed(var _, var why) -> report.not(student, NOT, why.text());
            case Outcome.Asked(var _, var doubt, var why) -> report.not(student, NOT, why.text() + switch (doubt) {
                case ORIGINAL_CHANGED -> " (--accept-changed-originals)";
                case CERTIFIED -> " (--break-certification)";
            });
        }
    }
}
