package org.epiglyph.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.MarkScheme;

/** Collects a large class in a process of its own, so that its heap can be limited and measured. */
public final class LargeClass {
    private static final int SUBMISSIONS = 1000;
    private static final int LEAST_BYTES = 200_000;
    private static final int MOST_BYTES = 2_000_000;

    private LargeClass() {}

    /**
     * Writes the class's archive and sheet. The documents have the sizes of scans: nearly incompressible bytes between
     * a PDF's head and tail.
     */
    static void make(Path folder) throws IOException {
        Files.createDirectories(folder);
        Random random = new Random(1797);
        StringBuilder sheet = new StringBuilder("key,given name,family name,score,feedback\n");
        try (OutputStream out = Files.newOutputStream(folder.resolve("class.zip"));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < SUBMISSIONS; i++) {
                sheet.append("S-").append(10_000 + i).append(",Given,Family ").append(i).append(",,\n");
                byte[] scan = new byte[LEAST_BYTES + random.nextInt(MOST_BYTES - LEAST_BYTES)];
                random.nextBytes(scan);
                zip.putNextEntry(new ZipEntry("S-" + (10_000 + i) + "_h1_work.pdf"));
                zip.write("%PDF-1.7\n".getBytes());
                zip.write(scan);
                zip.write("\n%%EOF\n".getBytes());
                zip.closeEntry();
            }
        }
        Files.writeString(folder.resolve("class.csv"), sheet);
    }

    /**
     * Collects and prints the seconds and the bytes of heap in use after a garbage collection.
     *
     * @param arguments archive, sheet, batch
     */
    public static void main(String[] arguments) throws Exception {
        long from = System.nanoTime();
        Planning.FromFiles files = Planning.FromFiles.of(Path.of(arguments[0]), Optional.of(Path.of(arguments[1])),
                "Class");
        try (CollectPlan plan = Planning.fromFiles(files, Optional.empty(), Progress.NONE)) {
            if (!plan.questions().isEmpty()) {
                throw new IllegalStateException("The bench's names are not clear");
            }
            Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, Path.of(arguments[2]),
                    Progress.NONE);
        }
        double seconds = (System.nanoTime() - from) / 1e9;
        System.gc();
        long used = Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
        System.out.printf(Locale.ROOT, "%.3f %d%n", seconds, used);
    }
}
