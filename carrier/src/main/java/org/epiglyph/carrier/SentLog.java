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
import java.util.Set;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.workspace.BatchFolder;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What was ever sent to a record, written before it is sent, and what is known to have arrived. A lost answer leaves no
 * receipt; this log then tells our own version in the record from somebody else's, and that the record may not have
 * what an earlier receipt says. One JSON object per line.
 */
final class SentLog {
    private static final Logger LOG = LoggerFactory.getLogger(SentLog.class);
    private static final ObjectMapper JSON = new ObjectMapper();
    private final Path file;
    /** By task and student; null before it is read. */
    private Map<List<String>, Story> stories;

    SentLog(BatchFolder folder) {
        file = folder.root().resolve("sent.jsonl");
    }

    /** What is known about one student's record. */
    private static final class Story {
        private final Set<String> digests = new LinkedHashSet<>();
        private Optional<String> arrived = Optional.empty();
        private boolean everArrived;

        void add(String digest, boolean hasArrived) {
            digests.add(digest);
            arrived = hasArrived ? Optional.of(digest) : Optional.empty();
            everArrived |= hasArrived;
        }

        /** Batches of earlier versions do not record arrivals; there only a single sent version is trusted. */
        boolean has(String digest) {
            return everArrived ? arrived.equals(Optional.of(digest)) : Set.of(digest).containsAll(digests);
        }
    }

    /**
     * Records that a parcel is about to be sent; on the disk when this returns.
     *
     * @throws IOException if it cannot be written, or earlier entries cannot be read; then nothing may be sent
     */
    void sending(Destination destination, StudentKey student, String digest) throws IOException {
        read();
        write(destination, student, digest, false);
    }

    /**
     * Records that the record is known to have a parcel. If this cannot be written, the parcel is sent again, which
     * changes nothing.
     */
    void arrived(Destination destination, StudentKey student, String digest) {
        try {
            read();
            write(destination, student, digest, true);
        } catch (IOException e) {
            LOG.info("That a parcel arrived could not be noted");
        }
    }

    private void write(Destination destination, StudentKey student, String digest, boolean arrived)
            throws IOException {
        String line = "\n" + JSON.createObjectNode() // so that a truncated line spoils only itself
                .put("place", destination.place())
                .put("task", destination.task())
                .put("student", student.value())
                .put("digest", digest)
                .put("arrived", arrived);
        try (FileChannel out = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            ByteBuffer bytes = ByteBuffer.wrap(line.getBytes(StandardCharsets.UTF_8));
            while (bytes.hasRemaining()) {
                out.write(bytes);
            }
            out.force(false);
        }
        story(destination.task(), student.value()).add(digest, arrived);
    }

    /** Digests of all that was ever sent to the task for a student, whatever the service's address was. */
    Set<String> digests(Destination destination, StudentKey student) throws IOException {
        read();
        return Set.copyOf(story(destination.task(), student.value()).digests);
    }

    /** False if something was sent since this arrived, so that the record may have that instead. */
    boolean has(Destination destination, StudentKey student, String digest) throws IOException {
        read();
        return story(destination.task(), student.value()).has(digest);
    }

    /** Read once: nobody else writes it while the batch is locked. */
    private void read() throws IOException {
        if (stories != null) {
            return;
        }
        Map<List<String>, Story> found = new HashMap<>();
        String all = Files.exists(file) ? new String(Files.readAllBytes(file), StandardCharsets.UTF_8) : "";
        stories = found;
        for (String line : all.split("\n")) {
            try {
                JsonNode one = JSON.readTree(line);
                if (one.hasNonNull("digest")) {
                    story(one.path("task").asText(), one.path("student").asText())
                            .add(one.path("digest").asText(), one.path("arrived").asBoolean());
                }
            } catch (JsonProcessingException e) {
                // a truncated line says nothing, even if cut within a character
            }
        }
    }

    private Story story(String task, String student) {
        return stories.computeIfAbsent(List.of(task, student), _ -> new Story());
    }
}
