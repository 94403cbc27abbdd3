import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** Prepares the classes of JavaFX that the tests find before JavaFX's own. Run by the build from its source. */
final class TestClasses {
    private TestClasses() {}

    /** @param arguments a class path, and the folder to write the classes to */
    public static void main(String[] arguments) throws IOException {
        Path target = Path.of(arguments[1]);
        for (String entry : arguments[0].split(File.pathSeparator)) {
            TextShaping.correct(Path.of(entry), Optional.of(target));
            HeadlessScreen.leaveOut(Path.of(entry), target);
        }
    }
}
