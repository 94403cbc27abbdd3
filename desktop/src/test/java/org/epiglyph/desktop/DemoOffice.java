package org.epiglyph.desktop;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.recordoffice.RecordOffice;

/** A record office that runs over a copy of the demo's data. */
public final class DemoOffice implements AutoCloseable {
    private final Path shelf;
    private final RecordOffice office;
    private final String token;

    private DemoOffice(Path shelf, RecordOffice office, String token) {
        this.shelf = shelf;
        this.office = office;
        this.token = token;
    }

    /** Starts an office; its data is in the folder {@code office}, the demo's shelf in {@code shelf}. */
    public static DemoOffice open(Path folder) throws Exception {
        DemoCopy.make(folder.resolve("office"), folder.resolve("shelf"));
        RecordOffice office = RecordOffice.start(folder.resolve("office"), 0, Clock.systemUTC());
        return new DemoOffice(folder.resolve("shelf"), office,
                Files.readString(folder.resolve("office/token")).strip());
    }

    public Path shelf() {
        return shelf;
    }

    public String address() {
        return office.address();
    }

    public String token() {
        return token;
    }

    public int mailPort() {
        return office.mailPort();
    }

    /** A client with all permissions. */
    public RecordClient client() throws Exception {
        return RecordServices.installed().connect(address(), token);
    }

    /** Collects the demo's task into a new batch, marked out of 32. */
    public static void collect(RecordClient client, Path batch) throws Exception {
        try (CollectPlan plan = Planning.fromRecord(client, DemoWorld.TASK, Optional.empty(), Progress.NONE)) {
            Collecting.run(plan, MarkScheme.single(BigDecimal.valueOf(32)), Phrasebook.EMPTY, batch,
                    Progress.NONE);
        }
    }

    @Override
    public void close() {
        office.close();
    }
}
