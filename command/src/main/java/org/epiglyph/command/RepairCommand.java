package org.epiglyph.command;

import java.nio.file.Path;
import java.time.Clock;
import java.util.concurrent.Callable;
import org.epiglyph.core.Problem;
import org.epiglyph.workspace.BatchRepair;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Writes a sound copy of a batch. */
@Command(name = "repair", mixinStandardHelpOptions = true, description = "Writes a sound copy of a damaged batch, with every change that can be read. The batch itself is not changed.")
final class RepairCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "BATCH", description = "The batch's folder.")
    private Path batch;
    @Parameters(index = "1", paramLabel = "NEW", description = "The folder of the copy; must not exist yet.")
    private Path target;

    @Override
    public Integer call() throws Problem {
        BatchRepair.Outcome outcome = BatchRepair.write(batch, target, Clock.systemDefaultZone());
        System.out.println(outcome.kept() + " changes are in " + target + ".");
        if (outcome.leftOut() > 0) {
            System.err.println(outcome.leftOut()
                    + " changes could not be read or no longer fit; what can be shown of them is in changes-left-out.jsonl there.");
        }
        return 0;
    }
}
