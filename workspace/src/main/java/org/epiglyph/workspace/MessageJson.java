package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.JsonDeserializer;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.JsonSerializer;
import com.fasterxml.jackson.databind.SerializerProvider;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.epiglyph.core.Message;

/**
 * The JSON form of a message: module, key, values, and the text of its time, which is used if another version of the
 * program no longer knows the key. Literal messages are written as plain text, as in batches of the first versions.
 */
final class MessageJson {
    private static final Pattern MODULE = Pattern.compile("[a-z]+");
    private static final Pattern KEY = Pattern.compile("\\w+\\.\\w+");

    private MessageJson() {}

    private static void write(Message message, JsonGenerator out) throws IOException {
        if (message.bundle().isEmpty()) {
            out.writeString(message.text());
            return;
        }
        out.writeStartObject();
        out.writeStringField("module", message.bundle().split("\\.")[2]);
        out.writeStringField("key", message.key());
        out.writeArrayFieldStart("values");
        for (Object value : message.values()) {
            if (value instanceof Message within) {
                write(within, out);
            } else {
                out.writeString(String.valueOf(value));
            }
        }
        out.writeEndArray();
        out.writeStringField("words", message.text());
        out.writeEndObject();
    }

    private static Message read(JsonNode node) {
        if (!node.isObject()) {
            return Message.literal(node.asText());
        }
        String module = node.path("module").asText();
        String key = node.path("key").asText();
        List<Object> values = new ArrayList<>();
        node.path("values").forEach(value -> values.add(value.isObject() ? read(value) : value.asText()));
        Message message = new Message("org.epiglyph." + module + ".messages", key, values);
        return MODULE.matcher(module).matches() && KEY.matcher(key).matches() && message.isKnown()
                ? message
                : Message.literal(node.path("words").asText());
    }

    /** Writes one message. */
    static final class Writer extends JsonSerializer<Message> {
        @Override
        public void serialize(Message message, JsonGenerator out, SerializerProvider provider) throws IOException {
            write(message, out);
        }
    }

    /** Reads one message. */
    static final class Reader extends JsonDeserializer<Message> {
        @Override
        public Message deserialize(JsonParser in, DeserializationContext context) throws IOException {
            return read(in.readValueAsTree());
        }
    }

    /** Writes several messages; as one text, as the first versions did, if they are all literal. */
    static final class ListWriter extends JsonSerializer<List<Message>> {
        @Override
        public void serialize(List<Message> messages, JsonGenerator out, SerializerProvider provider)
                throws IOException {
            if (messages.stream().allMatch(m -> m.bundle().isEmpty())) {
                out.writeString(Message.text(messages));
                return;
            }
            out.writeStartArray();
            for (Message message : messages) {
                write(message, out);
            }
            out.writeEndArray();
        }
    }

    /** Reads several messages, or one text. */
    static final class ListReader extends JsonDeserializer<List<Message>> {
        @Override
        public List<Message> deserialize(JsonParser in, DeserializationContext context) throws IOException {
            if (in.currentToken() == JsonToken.VALUE_STRING) {
                return in.getText().isEmpty() ? List.of() : List.of(Message.literal(in.getText()));
            }
            List<Message> messages = new ArrayList<>();
            in.<JsonNode>readValueAsTree().forEach(node -> messages.add(read(node)));
            return messages;
        }
    }
}
