package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.JsonDeserializer;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.JsonSerializer;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.jsontype.TypeSerializer;
import java.io.IOException;
import java.math.BigDecimal;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Sign;

/** The JSON form of a stamp's face: a sign as its bare name, all others as an object. */
final class FaceJson {
    private FaceJson() {}

    static final class Writer extends JsonSerializer<Face> {
        @Override
        public void serialize(Face face, JsonGenerator out, SerializerProvider provider) throws IOException {
            switch (face) {
                case Sign sign -> out.writeString(sign.name());
                case Face.Text(String text, double aspect) -> object(out, "words", text, aspect);
                case Face.Score(BigDecimal points, double aspect) ->
                    object(out, "score", points.toPlainString(), aspect);
                case Face.Picture(String name, double aspect) -> object(out, "picture", name, aspect);
            }
        }

        private static void object(JsonGenerator out, String kind, String value, double aspect) throws IOException {
            out.writeStartObject();
            out.writeStringField(kind, value);
            out.writeNumberField("aspect", aspect);
            out.writeEndObject();
        }

        @Override
        public void serializeWithType(Face face, JsonGenerator out, SerializerProvider provider, TypeSerializer type)
                throws IOException {
            serialize(face, out, provider);
        }
    }

    static final class Reader extends JsonDeserializer<Face> {
        @Override
        public Face deserialize(JsonParser in, DeserializationContext context) throws IOException {
            JsonNode node = in.readValueAsTree();
            double aspect = node.path("aspect").asDouble(1);
            if (node.isTextual()) {
                return Sign.valueOf(node.asText());
            }
            if (node.has("words")) {
                return new Face.Text(node.get("words").asText(), aspect);
            }
            if (node.has("score")) {
                return new Face.Score(new BigDecimal(node.get("score").asText()), aspect);
            }
            if (node.has("picture")) {
                return new Face.Picture(node.get("picture").asText(), aspect);
            }
            return (Face) context.handleUnexpectedToken(Face.class, in);
        }
    }
}
