package org.epiglyph.carrier;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashSet;
import java.util.Set;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.workspace.BatchFolder;

/**
 * What was ever on its way to a record, written before it is sent: an answer that is lost leaves no receipt, and then this
 * tells our own version in the record from somebody else's. One JSON object a line.
 */
final class SentLog {
    private static final ObjectMapper JSON = new ObjectMapper();
    private final Path file;

    SentLog(BatchFolder folder) {
        file = folder.root().resolve("sent.jsonl");
    }

    /** Says that a parcel is about to be sent; on the disk when this returns. */
    void add(Destination destination, StudentKey student, String digest) throws IOException {
        String line = "\n" + JSON.createObjectNode() // so that a line that was cut off spoils only itself
                .put("place", destination.place())
                .put("task", destination.task())
                .put("student", student.value())
                .put("digest", digest);
        try (FileChannel out = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            ByteBuffer bytes = ByteBuffer.wrap(line.getBytes(StandardCharsets.UTF_8));
            while (bytes.hasRemaining()) {
                out.write(bytes);
            }
            out.force(false);
        }
    }

    /** Digests of all that was ever sent to the task for a student, whatever the service's address was then. */
    Set<String> digests(Destination destination, StudentKey student) throws IOException {
        Set<String> digests = new HashSet<>();
        if (!Files.exists(file)) {
            return digests;
        }
        for (String line : new String(Files.readAllBytes(file), StandardCharsets.UTF_8).split("\n")) {
            try {
                JsonNode sent = JSON.readTree(line);
                if (sent.path("task").asText().equals(destination.task())
                        && sent.path("student").asText().equals(student.value())) {
                    digests.add(sent.path("digest").asText());
                }
            } catch (JsonProcessingException e) {
                // a line that was cut off says nothing, be it within a letter
            }
        }
        return digests;
    }
}
