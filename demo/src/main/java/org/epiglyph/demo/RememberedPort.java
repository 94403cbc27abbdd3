package org.epiglyph.demo;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;

/** The record office's last port, so that batches collected from it still find it. */
final class RememberedPort {
    private final Path file;

    RememberedPort(Path file) {
        this.file = file;
    }

    /** The port to request: the last one if it is free, else 0 for any. */
    int preferred() {
        try {
            int port = Files.exists(file) ? Integer.parseInt(Files.readString(file).strip()) : 0;
            return port > 0 && isFree(port) ? port : 0;
        } catch (IOException | NumberFormatException e) {
            return 0;
        }
    }

    private static boolean isFree(int port) {
        try (ServerSocket socket = new ServerSocket()) {
            socket.setReuseAddress(true);
            socket.bind(new java.net.InetSocketAddress(InetAddress.getLoopbackAddress(), port));
            return true;
        } catch (IOException | IllegalArgumentException e) {
            return false;
        }
    }

    /** @param address for example http://127.0.0.1:8087 */
    void save(String address) throws IOException {
        Files.writeString(file, address.substring(address.lastIndexOf(':') + 1));
    }
}
