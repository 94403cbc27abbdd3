package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.epiglyph.places.FolderTree;

/** LibreOffice, if it is installed. It runs separately with a temporary profile, without macros. */
final class OfficeProgram {
    private static final int PATIENCE_SECONDS = 120;
    private static final List<String> NAMES = List.of("soffice", "libreoffice", "soffice.com");
    private static final List<String> USUAL_PLACES = List.of("/usr/bin/soffice", "/usr/lib/libreoffice/program/soffice",
            "/opt/libreoffice/program/soffice", "/Applications/LibreOffice.app/Contents/MacOS/soffice",
            "C:\\Program Files\\LibreOffice\\program\\soffice.com");

    private static final String NOWHERE = "http://127.0.0.1:9"; // the port of the discard service, where nobody answers (RFC 863)
    private static final Supplier<Boolean> UNSHARE = new Once(OfficeProgram::mayUnshare);
    /** No macros, no updated links, nothing loaded from untrusted places; no place is trusted. */
    private static final String SETTINGS = """
            <?xml version="1.0" encoding="UTF-8"?>
            <oor:items xmlns:oor="http://openoffice.org/2001/registry" xmlns:xs="http://www.w3.org/2001/XMLSchema">
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="MacroSecurityLevel" oor:op="fuse"><value>3</value></prop></item>
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableMacrosExecution" oor:op="fuse"><value>true</value></prop></item>
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="DisableActiveContent" oor:op="fuse"><value>true</value></prop></item>
            <item oor:path="/org.openoffice.Office.Common/Security/Scripting"><prop oor:name="BlockUntrustedRefererLinks" oor:op="fuse"><value>true</value></prop></item>
            <item oor:path="/org.openoffice.Office.Writer/Content/Update"><prop oor:name="Link" oor:op="fuse"><value>2</value></prop></item>
            <item oor:path="/org.openoffice.Office.Writer/Content/Update"><prop oor:name="Field" oor:op="fuse"><value>false</value></prop></item>
            <item oor:path="/org.openoffice.Office.Calc/Content/Update"><prop oor:name="Link" oor:op="fuse"><value>2</value></prop></item>
            </oor:items>
            """;

    private OfficeProgram() {}

    /** Evaluates once. */
    private static final class Once implements Supplier<Boolean> {
        private final Supplier<Boolean> question;
        private Boolean answer;

        Once(Supplier<Boolean> question) {
            this.question = question;
        }

        @Override
        public synchronized Boolean get() {
            if (answer == null) {
                answer = question.get();
            }
            return answer;
        }
    }

    /** Its path; empty if it is not installed, or is switched off (system property epiglyph.office=none). */
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

    /** Converts the file to a PDF in the folder; empty if the program fails. */
    static Optional<Path> toPdf(Path program, Path file, Path folder) throws IOException {
        Process process = builder(program, file, folder).start();
        try {
            if (!process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                return Optional.empty();
            }
            return FolderTree.entries(folder).stream().filter(p -> p.toString().endsWith(".pdf")).findFirst();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        } finally {
            process.descendants().forEach(ProcessHandle::destroyForcibly);
            process.destroyForcibly();
        }
    }

    private static ProcessBuilder builder(Path program, Path file, Path folder) throws IOException {
        Path profile = Files.createDirectory(folder.resolve("profile"));
        Files.createDirectory(profile.resolve("user"));
        Files.writeString(profile.resolve("user/registrymodifications.xcu"), SETTINGS);
        List<String> command = new ArrayList<>(withoutNetwork());
        command.addAll(List.of(program.toString(), "--headless", "--norestore", "--nolockcheck", "--nodefault",
                "-env:UserInstallation=" + profile.toUri(), "--convert-to", "pdf", "--outdir", folder.toString(),
                file.toString()));
        ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD);
        for (String proxy : List.of("http_proxy", "https_proxy", "ftp_proxy", "all_proxy", "HTTP_PROXY",
                "HTTPS_PROXY")) {
            builder.environment().put(proxy, NOWHERE);
        }
        builder.environment().put("HOME", folder.toString());
        return builder;
    }

    /** On Linux, if a user may have a network namespace, the program gets an empty one. */
    private static List<String> withoutNetwork() {
        return UNSHARE.get() ? List.of("unshare", "--user", "--map-root-user", "--net", "--") : List.of();
    }

    private static boolean mayUnshare() {
        if (!System.getProperty("os.name").equals("Linux")) {
            return false;
        }
        try {
            return new ProcessBuilder("unshare", "--user", "--map-root-user", "--net", "--", "true")
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start()
                    .waitFor() == 0;
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
