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
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.workspace.BatchFolder;

/**
 * What was ever on its way to a record, written before it is sent: an answer that is lost leaves no receipt, and then this
 * tells our own version in the record from somebody else's, and that the record may have another than the receipt says. One JSON
 * object a line.
 */
final class SentLog {
    private static final ObjectMapper JSON = new ObjectMapper();
    private final Path file;
    /** Digests by task and student in the order of sending; null before they are read. */
    private Map<List<String>, LinkedHashSet<String>> sent;

    SentLog(BatchFolder folder) {
        file = folder.root().resolve("sent.jsonl");
    }

    /**
     * Says that a parcel is about to be sent; on the disk when this returns.
     *
     * @throws IOException where it cannot be written, or what was sent before cannot be read; then nothing may be sent
     */
    void add(Destination destination, StudentKey student, String digest) throws IOException {
        read();
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
        remember(destination.task(), student.value(), digest);
    }

    /** Digests of all that was ever sent to the task for a student, the last one last, whatever the service's address was then. */
    List<String> digests(Destination destination, StudentKey student) throws IOException {
        read();
        return List.copyOf(sent.getOrDefault(List.of(destination.task(), student.value()), new LinkedHashSet<>()));
    }

    /** The digest that was sent last, whether or not an answer came; empty where nothing was sent that is known of. */
    Optional<String> last(Destination destination, StudentKey student) throws IOException {
        List<String> all = digests(destination, student);
        return all.isEmpty() ? Optional.empty() : Optional.of(all.getLast());
    }

    /** Read once: nobody else writes it while the batch is held. */
    private void read() throws IOException {
        if (sent != null) {
            return;
        }
        sent = new HashMap<>();
        if (!Files.exists(file)) {
            return;
        }
        for (String line : new String(Files.readAllBytes(file), StandardCharsets.UTF_8).split("\n")) {
            try {
                JsonNode one = JSON.readTree(line);
                remember(one.path("task").asText(), one.path("student").asText(), one.path("digest").asText());
            } catch (JsonProcessingException e) {
                // a line that was cut off says nothing, be it within a letter
            }
        }
    }

    private void remember(String task, String student, String digest) {
        LinkedHashSet<String> digests = sent.computeIfAbsent(List.of(task, student), _ -> new LinkedHashSet<>());
        digests.remove(digest); // what is sent once more is the last again
        digests.add(digest);
    }
}
