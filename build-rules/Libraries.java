import java.io.IOException;
import java.nio.file.Path;

/** Prepares the libraries that are gathered for the program. Run by the build from its source. */
final class Libraries {
    private Libraries() {}

    /** @param arguments the folder of the libraries */
    public static void main(String[] arguments) throws IOException {
        Path libraries = Path.of(arguments[0]);
        TextShaping.correctIn(libraries);
        ClassFormat.convertIn(libraries);
    }
}
