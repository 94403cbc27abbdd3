package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Clock;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Of two programs, only one has a batch open, whatever the other tries. */
class TwoProcessesTest {
    @TempDir
    private Path folder;

    /** Tries to open a batch and reports the outcome by its exit code. */
    static final class Opening {
        private static final int REFUSED = 3;

        public static void main(String[] arguments) throws Exception {
            try (Workspace workspace = Workspace.open(Path.of(arguments[0]), Clock.systemUTC())) {
                System.exit(workspace.lines().size() >= 0 ? 0 : 1);
            } catch (Problem e) {
                System.exit(REFUSED);
            }
        }
    }

    private static int openElsewhere(Path batch) throws Exception {
        return new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(), "-XX:TieredStopAtLevel=1",
                "--enable-native-access=ALL-UNNAMED", "-cp", System.getProperty("java.class.path"),
                Opening.class.getName(), batch.toString())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start()
                .waitFor();
    }

    @Test
    void queryingALockedBatchDoesNotReleaseIt() throws Exception {
        Path batch = Examples.batch(folder);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(openElsewhere(batch)).isEqualTo(Opening.REFUSED);
            assertThatThrownBy(() -> Workspace.open(batch, Clock.systemUTC())).isInstanceOf(Problem.class)
                    .hasMessageContaining(
                            "is open in another copy of the program (" + System.getProperty("user.name") + ", since ");
            assertThatThrownBy(() -> Workspace.open(folder.resolve("./batch"), Clock.systemUTC()))
                    .isInstanceOf(Problem.class);
            assertThat(openElsewhere(batch)).as("after this program had asked for the lock again")
                    .isEqualTo(Opening.REFUSED);
            assertThat(workspace.lines()).isEmpty();
        }
        assertThat(openElsewhere(batch)).isZero();
    }
}
