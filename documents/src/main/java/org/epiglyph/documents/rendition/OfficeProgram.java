package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** LibreOffice, where it is installed. It runs by itself with a profile of its own that is thrown away, without macros. */
final class OfficeProgram {
    private static final int PATIENCE_SECONDS = 120;
    private static final List<String> NAMES = List.of("soffice", "libreoffice", "soffice.com");
    private static final List<String> USUAL_PLACES = List.of("/usr/bin/soffice", "/usr/lib/libreoffice/program/soffice",
            "/opt/libreoffice/program/soffice", "/Applications/LibreOffice.app/Contents/MacOS/soffice",
            "C:\\Program Files\\LibreOffice\\program\\soffice.com");

    private OfficeProgram() {}

    /** Where it is; empty where it is not installed, or is not wanted (system property epiglyph.office=none). */
    static Optional<Path> find() {
        if ("none".equals(System.getProperty("epiglyph.office"))) {
            return Optional.empty();
        }
        List<Path> places = new ArrayList<>();
        for (String folder : System.getenv().getOrDefault("PATH", "").split(java.io.File.pathSeparator)) {
            if (!folder.isEmpty()) {
                NAMES.forEach(name -> places.add(Path.of(folder, name)));
            }
        }
        USUAL_PLACES.forEach(place -> places.add(Path.of(place)));
        return places.stream().filter(Files::isExecutable).findFirst();
    }

    /** Has a PDF made of the file; the caller deletes it. Empty where the program fails. */
    static Optional<Path> toPdf(Path program, Path file, Path folder) throws IOException {
        Path profile = Files.createTempDirectory(folder, "office-profile-");
        try {
            Process process = new ProcessBuilder(program.toString(), "--headless", "--norestore", "--nolockcheck",
                    "-env:UserInstallation=" + profile.toUri(), "--convert-to", "pdf", "--outdir", folder.toString(),
                    file.toString()).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
            if (!process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                process.descendants().forEach(ProcessHandle::destroyForcibly);
                process.destroyForcibly();
                return Optional.empty();
            }
            try (Stream<Path> made = Files.list(folder)) {
                return made.filter(p -> p.toString().endsWith(".pdf")).findFirst();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        } finally {
            deleteTree(profile);
        }
    }

    static void deleteTree(Path root) throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        }
    }
}
