package org.epiglyph.workspace;

import com.fasterxml.jackson.annotation.JsonAutoDetect;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonFormat;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.jsontype.NamedType;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.util.List;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.marks.Highlight;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;

/** How the core's records are written as JSON. The names given here are the file format: they may be added to, never changed. */
final class BatchJson {
    private static final ObjectMapper MAPPER = mapper();

    private BatchJson() {}

    /** What was collected, before any edit. */
    record Collected(Task task, MarkScheme scheme, Phrasebook phrasebook, List<Received> received) {}

    /** What one student handed in. */
    record Received(Student student, List<HandIn> handIns) {}

    static String write(Object value) {
        try {
            return MAPPER.writeValueAsString(value);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("A " + value.getClass().getSimpleName() + " cannot be written", e);
        }
    }

    /** @throws JsonProcessingException where the text is none of ours; its message may quote the text and is not for the log */
    static <T> T read(String json, Class<T> type) throws JsonProcessingException {
        return MAPPER.readValue(json, type);
    }

    private static ObjectMapper mapper() {
        ObjectMapper mapper = new ObjectMapper();
        mapper.registerModules(new Jdk8Module(), new JavaTimeModule());
        mapper.disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS);
        mapper.setVisibility(PropertyAccessor.ALL, JsonAutoDetect.Visibility.NONE);
        mapper.setVisibility(PropertyAccessor.FIELD, JsonAutoDetect.Visibility.ANY);
        mapper.setVisibility(PropertyAccessor.CREATOR, JsonAutoDetect.Visibility.ANY);
        mapper.addMixIn(StudentKey.class, PlainKey.class);
        for (Class<?> shape : List.of(PagePoint.class, PageBox.class, Cubic.class)) {
            mapper.addMixIn(shape, AsArray.class);
        }
        for (Class<?> family : List.of(Mark.class, Edit.class, Pages.class)) {
            mapper.addMixIn(family, OfAKind.class);
        }
        mapper.registerSubtypes(kind(Stroke.class, "stroke"), kind(Highlight.class, "highlight"),
                kind(Note.class, "note"), kind(TypedText.class, "text"),
                kind(Stamp.class, "stamp"));
        mapper.registerSubtypes(kind(Pages.Ready.class, "ready"), kind(Pages.None.class, "none"),
                kind(Pages.Locked.class, "locked"), kind(Pages.Awaited.class, "awaited"));
        mapper.registerSubtypes(kind(Edit.PlaceMark.class, "place-mark"), kind(Edit.ChangeMark.class, "change-mark"),
                kind(Edit.RemoveMark.class, "remove-mark"), kind(Edit.SetScore.class, "score"),
                kind(Edit.WriteOnTheWhole.class, "on-the-whole"),
                kind(Edit.WritePrivately.class, "privately"), kind(Edit.Seal.class, "seal"),
                kind(Edit.OpenAgain.class, "open-again"),
                kind(Edit.SeePage.class, "see-page"), kind(Edit.RecordReceipt.class, "receipt"),
                kind(Edit.KeepPhrase.class, "keep-phrase"),
                kind(Edit.ReceiveHandIn.class, "receive"), kind(Edit.MakePages.class, "pages"),
                kind(Edit.LetCount.class, "let-count"), kind(Edit.AttachFile.class, "attach"),
                kind(Edit.DetachFile.class, "detach"), kind(Edit.Enrol.class, "enrol"),
                kind(Edit.ChangeTask.class, "task"),
                kind(Edit.RemovePhrase.class, "remove-phrase"), kind(Edit.Together.class, "together"));
        return mapper;
    }

    private static NamedType kind(Class<?> type, String name) {
        return new NamedType(type, name);
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    private interface OfAKind {}

    @JsonFormat(shape = JsonFormat.Shape.ARRAY)
    private interface AsArray {}

    private abstract static class PlainKey {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        PlainKey(String value) {}

        @JsonValue
        abstract String value();
    }
}
