package org.epiglyph.places;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;

/**
 * Where the platform stores settings, logs and documents: the XDG base directories on Linux, Library on macOS, AppData
 * on Windows.
 *
 * @param settings what the marker has chosen
 * @param logs     what the program logs about itself; never text, names or scores
 * @param shelf    the default folder of batches
 */
public record PlatformFolders(Path settings, Path logs, Path shelf) {
    /**
     * The folders of a system.
     *
     * @param osName      as in the system property os.name
     * @param home        the user's home
     * @param environment the environment's variables
     */
    public static PlatformFolders of(String osName, Path home, Map<String, String> environment) {
        String os = osName.toLowerCase(Locale.ROOT);
        Path shelf = home.resolve("Documents").resolve("Epiglyph");
        if (os.contains("win")) {
            Path roaming = Path.of(environment.getOrDefault("APPDATA", home.resolve("AppData/Roaming").toString()));
            Path local = Path.of(environment.getOrDefault("LOCALAPPDATA", home.resolve("AppData/Local").toString()));
            return new PlatformFolders(roaming.resolve("Epiglyph"), local.resolve("Epiglyph").resolve("logs"), shelf);
        }
        if (os.contains("mac")) {
            return new PlatformFolders(home.resolve("Library/Application Support/Epiglyph"),
                    home.resolve("Library/Logs/Epiglyph"), shelf);
        }
        return new PlatformFolders(xdg(environment, "XDG_CONFIG_HOME", home.resolve(".config")),
                xdg(environment, "XDG_STATE_HOME", home.resolve(".local/state")),
                shelf);
    }

    private static Path xdg(Map<String, String> environment, String variable, Path otherwise) {
        String set = environment.getOrDefault(variable, "");
        return (set.startsWith("/") ? Path.of(set) : otherwise).resolve("epiglyph");
    }
}
