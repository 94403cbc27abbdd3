package org.epiglyph.command;

import java.nio.file.Path;
import java.time.Clock;
import java.util.Map;
import java.util.concurrent.Callable;
import org.epiglyph.carrier.BundleCheck;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.Profile;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.epiglyph.workspace.Workspace;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Reads a bundle back and compares it with the batch. */
@Command(name = "check-bundle", mixinStandardHelpOptions = true, description = "Reads back a bundle that was handed back into a folder, and reports for each student whether it equals the batch. Exit code: 0 if it does, 1 if not.")
final class CheckBundleCommand implements Callable<Integer> {
    @Option(names = "--author", defaultValue = "Marker", description = "The name of the marker given when the bundle was written. Default: ${DEFAULT-VALUE}.")
    private String author;
    @Option(names = "--plain", description = "The copies were written with --plain.")
    private boolean plain;
    @Option(names = "--profile", description = "A file with the options used. Default: those saved with the batch.")
    private Path profile;
    @Mixin
    private CommandReport report;
    @Parameters(index = "0", paramLabel = "BATCH", description = "The batch's folder.")
    private Path batch;
    @Parameters(index = "1", paramLabel = "BUNDLE", description = "The folder or zip that was written.")
    private Path bundle;

    @Override
    public Integer call() throws Problem {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            Profile handed = profile == null ? Profile.stored(workspace.folder().profile()) : Profile.read(profile);
            BundleCheck.Found found = BundleCheck.of(workspace, new Choices(author, plain, handed, Map.of()), bundle,
                    Progress.NONE);
            for (BundleCheck.Line line : found.lines()) {
                if (line.differences().isEmpty()) {
                    report.done(line.student().value(), "is what the batch holds now", "");
                }
                line.differences().forEach(what -> report.not(line.student().value(), "differs", what.text()));
            }
            found.notOurs().forEach(name -> report.note("nobody's: " + name));
            report.end();
            return found.isSame() ? 0 : 1;
        }
    }
}
