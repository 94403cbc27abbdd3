package org.epiglyph.carrier;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.places.WholeFile;

/**
 * Where a batch came from, stored beside it without any secret.
 *
 * @param address the record service; empty if the batch came from files
 * @param task    the task's id there; empty if the batch came from files
 */
public record Origin(String address, String task) {
    /** The batch came from files. */
    public static final Origin FILES = new Origin("", "");
    private static final ObjectMapper JSON = new ObjectMapper();

    public boolean isRecord() {
        return !address.isEmpty();
    }

    /** Saves it atomically: a batch with a truncated origin could not be handed back to its record. */
    public void write(Path file) throws IOException {
        String text = JSON.createObjectNode().put("address", address).put("task", task).toPrettyString();
        WholeFile.write(file, beside -> Files.writeString(beside, text));
    }

    /** Reads the stored origin. */
    public static Origin read(Path file) throws Problem {
        if (!Files.exists(file)) {
            return FILES;
        }
        try {
            JsonNode node = JSON.readTree(file.toFile());
            return new Origin(node.path("address").asText(), node.path("task").asText());
        } catch (IOException e) {
            throw new Problem(Message.of(Origin.class, "unreadable", file), e);
        }
    }
}
