import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Stream;

/** Prepares the libraries that are gathered for the program. Run by the build from its source. */
final class Libraries {
    private Libraries() {}

    /** @param arguments the folder of the libraries */
    public static void main(String[] arguments) throws IOException {
        try (Stream<Path> libraries = Files.list(Path.of(arguments[0]))) {
            for (Path jar : libraries.toList()) {
                TextShaping.correct(jar, Optional.empty());
                ClassFormat.convert(jar);
                NativeLibraries.unpack(jar);
            }
        }
    }
}
