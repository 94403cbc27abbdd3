package org.epiglyph.command;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.math.BigDecimal;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.recordoffice.RecordOffice;
import org.epiglyph.workspace.Workspace;
import org.epiglyph.core.scoring.Scorecard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine.Command;

/** Both journeys from the command line, on the demo's class. */
class CommandTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    @TempDir
    private Path folder;

    private static int run(String... arguments) {
        return EpiglyphCommand.execute(arguments);
    }

    /** What a command that succeeds says. */
    private static String said(String... arguments) {
        PrintStream before = System.out;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
        try {
            assertThat(run(arguments)).isZero();
        } finally {
            System.setOut(before);
        }
        return said.toString(StandardCharsets.UTF_8);
    }

    private static void score(Path batch) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            for (var criterion : Scorecard.EMPTY.left(workspace.batch().scheme())) {
                workspace.edit(new Edit.SetScore(ADA, criterion.id(), Optional.of(BigDecimal.ONE)));
            }
            workspace.edit(new Edit.Seal(ADA));
        }
    }

    @Test
    void collectsFromTheRecordOfficeAndHandsBack() throws Exception {
        DemoWorld.make(folder.resolve("office"), folder.resolve("shelf"));
        Path batch = folder.resolve("batch");
        String token = folder.resolve("office/token").toString();
        String address;
        try (RecordOffice office = RecordOffice.start(folder.resolve("office"), 0, Clock.systemUTC())) {
            address = office.address();
            assertThat(run("collect", "--record-office", office.address(), "--token-file", token, "--task",
                    DemoWorld.TASK, "--scheme",
                    folder.resolve("shelf/mark schemes/Tidal heights workbook.csv").toString(), batch.toString()))
                    .isZero();
            assertThat(run("collect", "--record-office", office.address(), "--token-file", token, "--task",
                    DemoWorld.TASK, batch.toString()))
                    .as("never over a batch that is there")
                    .isEqualTo(1);
            score(batch);
            assertThat(run("hand-back", "--record-office", address, "--token-file", token, "--show", "held",
                    batch.toString())).isZero();
            assertThat(run("hand-back", "--record-office", address, "--token-file", token, "--show", "held",
                    batch.toString())).as("again")
                    .isZero();
        }
        assertThat(folder.resolve("office/tasks/" + DemoWorld.TASK + "/records/K-4401/v1")).isDirectory();
        assertThat(folder.resolve("office/tasks/" + DemoWorld.TASK + "/records/K-4401/v2")).doesNotExist();
        assertThat(run("hand-back", "--record-office", address, "--token-file", token, "--show", "held",
                batch.toString())).as("the office is gone")
                .isEqualTo(1);
    }

    @Test
    void collectsFromFilesAndHandsBackToAFolder() throws Exception {
        DemoWorld.make(folder.resolve("office"), folder.resolve("shelf"));
        Path zip = folder.resolve("class.zip");
        DemoWorld.zip(folder.resolve("office"), zip);
        Path sheet = folder.resolve("sheet.csv");
        Files.writeString(sheet, "key,name,score,feedback\nK-4401,Adaeze Lindqvist-Moreau,,\n");
        Path batch = folder.resolve("batch");
        assertThat(run("collect", "--files", zip.toString(), "--sheet", sheet.toString(), "--title", "Workbook",
                batch.toString()))
                .as("files of nobody are a question")
                .isEqualTo(3);
        assertThat(run("collect", "--files", zip.toString(), "--sheet", sheet.toString(), "--title", "Workbook",
                "--set-aside", batch.toString())).isZero();
        score(batch);
        assertThat(run("hand-back", "--folder", folder.resolve("out").toString(), batch.toString())).isZero();
        assertThat(Files.readString(folder.resolve("out/grade-sheet.csv")))
                .startsWith("key,name,score,feedback\nK-4401,Adaeze Lindqvist-Moreau,1,");
    }

    @Test
    void addsFilesAndReadsARuleAndAClassFromFiles() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in"));
        Files.writeString(in.resolve("a-Lindqvist-x.txt"), "one");
        Path roster = Files.writeString(folder.resolve("class.txt"), "K-4401 Lindqvist, Adaeze\nK-2 Nguyen, Bao\n");
        Path rule = Files.writeString(folder.resolve("rule.txt"), "reads = <any>-<family>-<free>\n");
        Path batch = folder.resolve("batch");
        assertThat(run("collect", "--files", in.toString(), "--class", roster.toString(), "--rule", rule.toString(),
                batch.toString()))
                .as("a family name alone is likely, not certain")
                .isEqualTo(3);
        Files.move(in.resolve("a-Lindqvist-x.txt"), in.resolve("K-4401.txt"));
        assertThat(run("collect", "--files", in.toString(), "--class", roster.toString(), batch.toString())).isZero();
        Path more = Files.createDirectories(folder.resolve("more"));
        Files.writeString(more.resolve("K-2.txt"), "two");
        Files.writeString(more.resolve("K-4401.txt"), "one, mended");
        for (List<String> unfit : List.of(List.of("--cover-names"),
                List.of("--files", more.toString(), "--title", "x"))) {
            List<String> all = new ArrayList<>(List.of("collect", "--again", "--files", more.toString()));
            all.addAll(unfit);
            all.add(batch.toString());
            assertThat(run(all.toArray(String[]::new))).as("what only a new batch takes is never passed over")
                    .isEqualTo(2);
        }
        assertThat(said("collect", "--again", "--files", more.toString(), batch.toString()))
                .startsWith("New: 2 hand-ins, 0 students.");
        assertThat(said("collect", "--again", "--files", more.toString(), batch.toString()))
                .startsWith("New: 0 hand-ins, 0 students.");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.batch().submission(ADA).handIns()).hasSize(2);
            assertThat(workspace.batch().submission(new StudentKey("K-2")).handIns()).hasSize(1);
        }
        assertThat(run("collect", "--files", in.toString(), "--class", folder.resolve("none").toString(),
                folder.resolve("x").toString()))
                .isNotZero();
    }

    @Test
    void sendsLettersOnceAndReportsThemToAScript() throws Exception {
        DemoWorld.make(folder.resolve("office"), folder.resolve("shelf"));
        Path batch = folder.resolve("batch");
        Path words = Files.writeString(folder.resolve("words.txt"), "Dear {name}, nothing has come for {task}.");
        String token = folder.resolve("office/token").toString();
        try (RecordOffice office = RecordOffice.start(folder.resolve("office"), 0, Clock.systemUTC())) {
            run("collect", "--record-office", office.address(), "--token-file", token, "--task", DemoWorld.TASK,
                    batch.toString());
            String out = said("letters", "--to", "nothing_received", "--subject", "Nothing came", "--body",
                    words.toString(), "--from", "m.rowe@kestrelpoint.example", "--mail-service", "127.0.0.1",
                    "--mail-port", Integer.toString(office.mailPort()), "--protection", "none", "--json",
                    batch.toString());
            assertThat(new ObjectMapper().readTree(out)).hasSize(2)
                    .allSatisfy(line -> assertThat(line.path("what").asText()).isEqualTo("written"));
            String inboxes = new String(
                    URI.create(office.address() + "/mail").toURL().openStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(inboxes).contains("2 came to this machine", "nothing has come for Tidal heights");
        }
        assertThat(run("letters", "--to", "result_under", "--subject", "s", "--body", words.toString(), "--from",
                "m.rowe@kestrelpoint.example", "--folder", folder.resolve("out").toString(), batch.toString()))
                .as("below which result is not said")
                .isEqualTo(1);
    }

    @Test
    void everyCommandIsInTheLauncherAndItsHelp() throws Exception {
        String unix = Files.readString(Path.of("../epiglyph"));
        String windows = Files.readString(Path.of("../epiglyph.cmd"));
        List<String> verbs = unix.lines()
                .filter(l -> l.strip().endsWith(")"))
                .flatMap(l -> Stream.of(l.strip().replace(")", "").split(" \\| ")))
                .toList();
        for (Class<?> type : EpiglyphCommand.class.getAnnotation(Command.class).subcommands()) {
            String name = type.getAnnotation(Command.class).name();
            assertThat(verbs).contains(name);
            assertThat(windows).contains("if \"%VERB%\"==\"" + name + "\" (");
            assertThat(unix).contains("  ./epiglyph " + name + " ");
            assertThat(windows).contains("echo   epiglyph " + name + " ");
        }
    }

    @Test
    void refusesAnUnknownCommand() {
        assertThat(run("nonsense")).isEqualTo(2);
        assertThat(run()).isEqualTo(2);
        assertThat(said("letters", "--help")).startsWith("Usage: epiglyph letters ");
    }
}
