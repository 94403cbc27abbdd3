package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.epiglyph.command.EpiglyphCommand;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** The toolkit that starts while the command line is read. */
class ToolkitTest {
    @TempDir
    private Path world;

    @Test
    void startsOnItsOwnThreadAndIsAwaited() {
        CountDownLatch waiting = new CountDownLatch(1);
        Toolkit toolkit = Toolkit.start(_ -> {
            try {
                waiting.await();
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
        waiting.countDown(); // not reached if it were started on this thread
        assertThatCode(toolkit::await).doesNotThrowAnyException();
    }

    @Test
    void explainsAMissingDisplayAndReportsOtherFaults() {
        Toolkit noDisplay = Toolkit.start(_ -> {
            throw new UnsupportedOperationException();
        });
        assertThatThrownBy(noDisplay::await).isInstanceOf(Problem.class).hasMessageContaining("no display");
        Toolkit broken = Toolkit.start(_ -> {
            throw new IllegalStateException("no font");
        });
        assertThatThrownBy(broken::await).isInstanceOf(CompletionException.class)
                .hasRootCauseMessage("no font");
    }

    /** In a separate virtual machine, without the platform that the tests use. */
    @EnabledOnOs(OS.LINUX)
    @Test
    void withoutADisplayTheCommandExplainsAndStillHelps() throws Exception {
        assertThat(run("run", "--shelf", world.toString(), "--settings", world.toString())).startsWith("1 ")
                .endsWith("found no display for it. Start it from a desktop, or set DISPLAY.");
        assertThat(run("run", "--help")).startsWith("0 Usage: epiglyph run")
                .contains("--shelf=<folder>", "--record-office=<address>", "--mail-port=<port>")
                .doesNotContain("display for it");
        assertThat(run("run", "--version")).isEqualTo("0 " + EpiglyphCommand.VERSION);
        assertThat(run("run", "--mail-port", "none")).startsWith("2 ")
                .contains("Invalid value for option '--mail-port'");
        assertThat(run("--help")).startsWith("0 Usage: epiglyph").contains("Opens the program's window.", "hand-back");
    }

    /** The exit code, and all that was written. */
    private String run(String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of(ProcessHandle.current().info().command().orElseThrow(),
                "-Djava.awt.headless=true", "-Duser.home=" + world, "--enable-native-access=ALL-UNNAMED", "-cp",
                System.getProperty("java.class.path"), RunCommand.class.getName()));
        command.addAll(List.of(arguments));
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().keySet().removeAll(List.of("DISPLAY", "WAYLAND_DISPLAY", "XDG_STATE_HOME"));
        Process process = builder.start();
        String text = new String(process.getInputStream().readAllBytes()).strip();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        return process.exitValue() + " " + text;
    }
}
