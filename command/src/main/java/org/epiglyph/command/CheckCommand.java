package org.epiglyph.command;

import java.nio.file.Path;
import java.time.Clock;
import java.util.concurrent.Callable;
import org.epiglyph.core.Problem;
import org.epiglyph.workspace.BatchRepair;
import org.epiglyph.workspace.Damage;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Checks a batch for damage. */
@Command(name = "check", mixinStandardHelpOptions = true, description = "Checks whether a batch is undamaged: its history, its database and every original. Exit code: 0 if it is, 1 if not.")
final class CheckCommand implements Callable<Integer> {
    @Parameters(paramLabel = "BATCH", description = "The batch's folder.")
    private Path batch;

    @Override
    public Integer call() throws Problem {
        Damage damage = BatchRepair.check(batch, Clock.systemDefaultZone());
        if (damage.isNone()) {
            System.out.println("The batch is undamaged.");
            return 0;
        }
        damage.findings().forEach(System.err::println);
        return 1;
    }
}
