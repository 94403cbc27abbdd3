package org.epiglyph.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RememberedPortTest {
    @TempDir
    private Path folder;

    @Test
    void reusesThePreviousPortIfItIsFree() throws Exception {
        RememberedPort port = new RememberedPort(folder.resolve("port"));
        assertThat(port.preferred()).isZero();
        int free;
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            free = socket.getLocalPort();
            port.save("http://127.0.0.1:" + free);
            assertThat(port.preferred()).as("somebody else has it").isZero();
        }
        assertThat(port.preferred()).isEqualTo(free);
        Files.writeString(folder.resolve("port"), "no port");
        assertThat(port.preferred()).isZero();
        Files.writeString(folder.resolve("port"), "99999");
        assertThat(port.preferred()).isZero();
    }
}
