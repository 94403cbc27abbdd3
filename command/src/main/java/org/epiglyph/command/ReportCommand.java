package org.epiglyph.command;

import java.nio.file.Path;
import java.time.Clock;
import java.util.concurrent.Callable;
import org.epiglyph.core.Problem;
import org.epiglyph.core.feedback.ClassReport;
import org.epiglyph.exchange.sheet.ReportFile;
import org.epiglyph.workspace.Workspace;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Writes the class as a table. */
@Command(name = "report", mixinStandardHelpOptions = true, description = "Writes the class as a table: student, time received, each criterion, result, state. An existing file is replaced.")
final class ReportCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "BATCH", description = "The batch's folder.")
    private Path batch;
    @Parameters(index = "1", paramLabel = "FILE", description = "The file to write, ending in .csv or .xlsx.")
    private Path file;

    @Override
    public Integer call() throws Problem {
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            ReportFile.write(ClassReport.of(workspace.batch()), file);
            return 0;
        }
    }
}
