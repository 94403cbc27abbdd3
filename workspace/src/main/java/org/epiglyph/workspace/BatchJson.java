package org.epiglyph.workspace;

import com.fasterxml.jackson.annotation.JsonAutoDetect;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonFormat;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.annotation.JsonDeserialize;
import com.fasterxml.jackson.databind.annotation.JsonSerialize;
import com.fasterxml.jackson.databind.jsontype.NamedType;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.core.task.Task;

/** The JSON form of the core's records. The names here are the file format: they may be added to, never changed. */
final class BatchJson {
    private static final ObjectMapper MAPPER = mapper();

    private BatchJson() {}

    /** The batch as collected, before any edit. */
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

    /**
     * @throws JsonProcessingException if the text is not one of ours; its message may quote the text and must not be
     *         logged
     */
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
        mapper.setPropertyNamingStrategy(new StoredNames());
        mapper.addMixIn(StudentKey.class, PlainKey.class);
        for (Class<?> shape : List.of(PagePoint.class, PageBox.class, Cubic.class)) {
            mapper.addMixIn(shape, AsArray.class);
        }
        for (Class<?> family : List.of(Mark.class, Edit.class, Pages.class, Manner.class)) {
            mapper.addMixIn(family, OfAKind.class);
        }
        addLaterParts(mapper);
        nameFamilies(mapper);
        nameEdits(mapper);
        return mapper;
    }

    /** Components that were added to a record after batches with it had been written. */
    private static void addLaterParts(ObjectMapper mapper) {
        mapper.addMixIn(Pages.Ready.class, LaterInPages.class);
        mapper.addMixIn(Head.class, LaterInHeads.class);
        mapper.addMixIn(Receipt.class, LaterInReceipts.class);
        mapper.addMixIn(Student.class, LaterInStudents.class);
        mapper.addMixIn(Phrase.class, LaterInPhrases.class);
        mapper.addMixIn(Stroke.class, LaterInStrokes.class);
        mapper.addMixIn(TextMarkup.class, LaterInMarkups.class);
        mapper.addMixIn(TypedText.class, LaterInTexts.class);
        mapper.addMixIn(Scorecard.class, LaterInScorecards.class);
        mapper.addMixIn(Edit.BringBack.class, LaterInBringBack.class);
        mapper.addMixIn(Stamp.class, StampNames.class);
        mapper.addMixIn(Face.class, OfAFace.class);
        mapper.addMixIn(Message.class, OfAMessage.class);
    }

    private static void nameFamilies(ObjectMapper mapper) {
        mapper.registerSubtypes(kind(Stroke.class, "stroke"), kind(TextMarkup.class, "highlight"),
                kind(Note.class, "note"), kind(TypedText.class, "text"),
                kind(Stamp.class, "stamp"), kind(Shape.class, "shape"), kind(Correction.class, "correction"));
        mapper.registerSubtypes(kind(Manner.Points.class, "points"), kind(Manner.Levels.class, "levels"),
                kind(Manner.Checklist.class, "checklist"), kind(Manner.Counted.class, "counted"),
                kind(Manner.WordsOnly.class, "words"));
        mapper.registerSubtypes(kind(Pages.Ready.class, "ready"), kind(Pages.None.class, "none"),
                kind(Pages.Locked.class, "locked"), kind(Pages.Awaited.class, "awaited"));
    }

    private static void nameEdits(ObjectMapper mapper) {
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
                kind(Edit.ChangeTask.class, "task"), kind(Edit.OrderMark.class, "order-mark"),
                kind(Edit.TurnPage.class, "turn-page"), kind(Edit.BringBack.class, "bring-back"),
                kind(Edit.AcceptFinding.class, "accept"), kind(Edit.WithdrawAcceptance.class, "withdraw-acceptance"),
                kind(Edit.Enclose.class, "enclose"), kind(Edit.RemoveEnclosure.class, "remove-enclosure"),
                kind(Edit.LearnAddress.class, "address"), kind(Edit.LearnOpened.class, "opened"),
                kind(Edit.LogLetter.class, "letter"),
                kind(Edit.StrikeLetter.class, "strike-letter"),
                kind(Edit.ReceiveAnswer.class, "answer"), kind(Edit.Reply.class, "reply"),
                kind(Edit.ChangeAids.class, "aids"), kind(Edit.SetStanding.class, "standing"),
                kind(Edit.Judge.class, "judge"), kind(Edit.WriteOnCriterion.class, "on-criterion"),
                kind(Edit.Moderate.class, "moderate"), kind(Edit.SetLateness.class, "lateness"),
                kind(Edit.AssignMarker.class, "marker"), kind(Edit.KeepSpoken.class, "spoken"),
                kind(Edit.RemoveSpoken.class, "remove-spoken"),
                kind(Edit.CoverNames.class, "cover"), kind(Edit.UncoverNames.class, "uncover"),
                kind(Edit.DrawStrips.class, "strips"),
                kind(Edit.ChangeScheme.class, "scheme"),
                kind(Edit.Reword.class, "reword"), kind(Edit.ArrangePhrases.class, "arrange-phrases"),
                kind(Edit.RemovePhrase.class, "remove-phrase"), kind(Edit.Together.class, "together"));
    }

    private static NamedType kind(Class<?> type, String name) {
        return new NamedType(type, name);
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    private interface OfAKind {}

    /** Later components are written only if they are not empty, so that the same mark always has the same text. */
    private abstract static class LaterInHeads {
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private String criterion;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private String meaning;
    }

    /** Plain text in the first versions, and still for literal messages. */
    @JsonSerialize(using = MessageJson.Writer.class)
    @JsonDeserialize(using = MessageJson.Reader.class)
    private interface OfAMessage {}

    private abstract static class LaterInPages {
        @JsonProperty("note")
        @JsonSerialize(using = MessageJson.ListWriter.class)
        @JsonDeserialize(using = MessageJson.ListReader.class)
        private List<Message> notes;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Set<Pages.Trait> traits;
    }

    private abstract static class LaterInReceipts {
        @JsonInclude(value = JsonInclude.Include.CUSTOM, valueFilter = Unnamed.class)
        private Destination destination;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private String sent;
    }

    /** Equal to the destination of every receipt of the first version. */
    private static final class Unnamed {
        @Override
        public boolean equals(Object other) {
            return Destination.UNNAMED.equals(other);
        }

        @Override
        public int hashCode() {
            return 1;
        }
    }

    private abstract static class LaterInStudents {
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private String candidate;
        @JsonInclude(JsonInclude.Include.NON_DEFAULT)
        private int script;
    }

    private abstract static class LaterInPhrases {
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private String title;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private List<String> tags;
        @JsonInclude(value = JsonInclude.Include.CUSTOM, valueFilter = ForStudents.class)
        private Audience audience;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Optional<Phrase.With> mark;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private String collection;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private String source;
    }

    private abstract static class LaterInStrokes {
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private List<Double> swell;
    }

    private abstract static class LaterInMarkups {
        @JsonInclude(value = JsonInclude.Include.CUSTOM, valueFilter = UsualStyle.class)
        private TextMarkup.Style style;
    }

    private abstract static class LaterInScorecards {
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Map<String, Standing> standings;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Map<String, String> levels;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Map<String, List<String>> parts;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Map<String, String> remarks;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Optional<Moderation> moderation;
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private Optional<OwnLateness> lateness;
    }

    private abstract static class LaterInBringBack {
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private List<SpokenRemark> spoken;
    }

    private abstract static class LaterInTexts {
        @JsonInclude(JsonInclude.Include.NON_EMPTY)
        private List<String> lines;
        @JsonInclude(JsonInclude.Include.NON_DEFAULT)
        private boolean ground;
    }

    /** The first version had signs only, and wrote their bare names. */
    private abstract static class StampNames {
        @JsonProperty("sign")
        private Face face;
        @JsonInclude(JsonInclude.Include.NON_DEFAULT)
        private double tilt;
    }

    /** Equal to the style of every text markup of the first version. */
    private static final class UsualStyle {
        @Override
        public boolean equals(Object other) {
            return other == TextMarkup.Style.HIGHLIGHT;
        }

        @Override
        public int hashCode() {
            return 1;
        }
    }

    /** Equal to the audience of every phrase of the first version. */
    private static final class ForStudents {
        @Override
        public boolean equals(Object other) {
            return other == Audience.STUDENT;
        }

        @Override
        public int hashCode() {
            return 1;
        }
    }

    @JsonSerialize(using = FaceJson.Writer.class)
    @JsonDeserialize(using = FaceJson.Reader.class)
    private interface OfAFace {}

    @JsonFormat(shape = JsonFormat.Shape.ARRAY)
    private interface AsArray {}

    private abstract static class PlainKey {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        PlainKey(String value) {}

        @JsonValue
        abstract String value();
    }
}
