import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Unpacks this platform's native libraries of the window and the database beside their jars, where the window looks first
 * and the launcher lets the database look; see docs/decisions/17-native-libraries.md.
 */
final class NativeLibraries {
    private static final String WINDOW = "javafx-graphics-.*\\.jar";
    private static final String DATABASE = "sqlite-jdbc-.*\\.jar";
    private static final List<String> SUFFIXES = List.of(".so", ".dylib", ".dll");

    private NativeLibraries() {}

    /** Does nothing for other jars, or for a platform that the jar has no libraries for. */
    static void unpack(Path jar) throws IOException {
        String name = jar.getFileName().toString();
        if (name.matches(WINDOW)) {
            unpack(jar, "/");
        } else if (name.matches(DATABASE)) {
            unpack(jar, "/org/sqlite/native/" + platform());
        }
    }

    private static void unpack(Path jar, String folder) throws IOException {
        try (FileSystem inside = FileSystems.newFileSystem(jar)) {
            Path from = inside.getPath(folder);
            if (!Files.isDirectory(from)) {
                return;
            }
            try (Stream<Path> files = Files.list(from)) {
                for (Path file : files.filter(NativeLibraries::isLibrary).toList()) {
                    Files.copy(file, jar.resolveSibling(file.getFileName().toString()),
                            StandardCopyOption.REPLACE_EXISTING);
                }
            }
        }
    }

    private static boolean isLibrary(Path file) {
        return SUFFIXES.stream().anyMatch(file.toString()::endsWith);
    }

    /** The database's name for this platform. */
    private static String platform() {
        String system = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        String processor = System.getProperty("os.arch");
        return (system.contains("windows") ? "Windows" : system.contains("mac") ? "Mac" : "Linux") + "/"
                + (processor.equals("amd64") ? "x86_64" : processor);
    }
}
