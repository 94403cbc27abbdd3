package org.epiglyph.carrier;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.io.TempDir;

/** A class of four with its grade sheet, and sources of files to collect it from. */
abstract class CollectFixture {
    static final StudentKey ADA = new StudentKey("K-1");
    static final StudentKey BAO = new StudentKey("K-2");
    static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-20T20:00:00Z"), ZoneOffset.UTC);
    static final ZoneId LONDON = ZoneId.of("Europe/London");
    static final String SHEET = "key,given name,family name,extension,score,feedback\nK-1,Ada,Lind,2026-03-31 18:00,,\nK-2,Bao,Nguyen,,,\nK-3,Lena,Fischer,,,\nK-4,Lena,Fischer,,,\n";
    private static final String TEMPORARY = System.getProperty("java.io.tmpdir");
    @TempDir
    Path folder;

    /** Creates a temporary folder for this test, used until it ends. */
    final Path ownTemporaryFolder() throws IOException {
        Path temporary = Files.createDirectory(folder.resolve("temporary"));
        System.setProperty("java.io.tmpdir", temporary.toString());
        return temporary;
    }

    @AfterEach
    void giveBackTheTemporaryFolder() {
        System.setProperty("java.io.tmpdir", TEMPORARY);
    }

    final Path zip(String name, Map<String, String> entries) throws IOException {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue().getBytes());
                zip.closeEntry();
            }
        }
        return file;
    }

    static Map<String, String> files(String... namesAndContents) {
        Map<String, String> files = new LinkedHashMap<>();
        for (int i = 0; i < namesAndContents.length; i += 2) {
            files.put(namesAndContents[i], namesAndContents[i + 1]);
        }
        return files;
    }

    final Optional<Path> sheet() throws IOException {
        return Optional.of(Files.writeString(folder.resolve("sheet.csv"), SHEET));
    }

    static CollectPlan plan(Path source, Optional<Path> sheet, Optional<Path> again) throws Problem {
        return Planning.fromFiles(
                Planning.FromFiles.of(source, sheet, "Class").due(Optional.empty(), LONDON, Duration.ZERO),
                again, Progress.NONE);
    }

    final Path make(CollectPlan plan) throws Problem {
        Path batch = folder.resolve("shelf/batch");
        Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, batch, Progress.NONE);
        return batch;
    }

    static CollectPlan.Item item(CollectPlan plan, String path) {
        return plan.items().stream().filter(i -> i.path().equals(path)).findFirst().orElseThrow();
    }
}
