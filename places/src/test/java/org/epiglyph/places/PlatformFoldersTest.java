package org.epiglyph.places;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;

class PlatformFoldersTest {
    /** XDG Base Directory Specification 0.8: variables that are set and absolute win. */
    @Test
    void followsThePlatformsConvention() {
        Path home = Path.of("/home/ada");
        PlatformFolders linux = PlatformFolders.of("Linux", home,
                Map.of("XDG_STATE_HOME", "/state", "XDG_CONFIG_HOME", "relative"));
        assertThat(linux.settings()).isEqualTo(home.resolve(".config/epiglyph"));
        assertThat(linux.logs()).isEqualTo(Path.of("/state/epiglyph"));
        assertThat(PlatformFolders.of("Mac OS X", home, Map.of()).settings())
                .isEqualTo(home.resolve("Library/Application Support/Epiglyph"));
        assertThat(PlatformFolders.of("Windows 11", home, Map.of("APPDATA", "/r")).settings())
                .isEqualTo(Path.of("/r/Epiglyph"));
    }
}
