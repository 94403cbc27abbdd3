package org.epiglyph.core.phrases;

import java.math.BigDecimal;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;

/**
 * A reusable remark.
 *
 * @param id         unique in the phrasebook
 * @param code       short, typed to find it
 * @param text       the remark, as CommonMark; may have {@link Slots}
 * @param criterion  id of the criterion it belongs to; empty for any
 * @param effect     the points it stands for, below 0 for a deduction; shown beside the score, never added
 *                   automatically
 * @param title      short; empty if the text is short enough
 * @param tags       the marker's own
 * @param audience   whom it is for
 * @param mark       what is placed with it on the page; empty for nothing
 * @param collection the collection it belongs to; empty for the batch only
 * @param source     the text as it came from a collection that others maintain; empty if it is the marker's own
 */
public record Phrase(String id, String code, String text, String criterion, Optional<BigDecimal> effect, String title,
        List<String> tags, Audience audience, Optional<With> mark, String collection, String source) {
    public Phrase {
        if (id.isBlank() || text.isBlank()) {
            throw new InvalidValue(Message.of(Phrase.class, "needsWords"));
        }
        title = Objects.requireNonNullElse(title, ""); // phrases of the first version have none, nor what follows
        tags = tags == null ? List.of() : List.copyOf(tags);
        audience = Objects.requireNonNullElse(audience, Audience.STUDENT);
        mark = Objects.requireNonNullElse(mark, Optional.empty());
        collection = Objects.requireNonNullElse(collection, "");
        source = Objects.requireNonNullElse(source, "");
    }

    /** A phrase for students, with only its text. */
    public Phrase(String id, String code, String text, String criterion, Optional<BigDecimal> effect) {
        this(id, code, text, criterion, effect, "", List.of(), Audience.STUDENT, Optional.empty(), "", "");
    }

    /**
     * What is placed with a phrase on the page.
     *
     * @param sign a stamp; empty for a highlight
     * @param ink  its ink
     */
    public record With(Optional<Sign> sign, Ink ink) {}

    /** Title and text, as a list shows them. */
    public String shown() {
        return title.isEmpty() ? text : title + ": " + text;
    }

    /** True if others maintain it. */
    boolean isImported() {
        return !source.isEmpty();
    }

    /** True if others maintain it and the marker has changed its text. */
    public boolean isChanged() {
        return isImported() && !source.equals(text);
    }

    public Phrase withText(String other) {
        return new Phrase(id, code, other, criterion, effect, title, tags, audience, mark, collection, source);
    }

    public Phrase withEffect(Optional<BigDecimal> other) {
        return new Phrase(id, code, text, criterion, other, title, tags, audience, mark, collection, source);
    }

    public Phrase withCriterion(String other) {
        return new Phrase(id, code, text, other, effect, title, tags, audience, mark, collection, source);
    }

    public Phrase withCode(String other) {
        return new Phrase(id, other, text, criterion, effect, title, tags, audience, mark, collection, source);
    }

    public Phrase described(String otherTitle, List<String> otherTags, Audience whom) {
        return new Phrase(id, code, text, criterion, effect, otherTitle, otherTags, whom, mark, collection, source);
    }

    public Phrase withMark(Optional<With> other) {
        return new Phrase(id, code, text, criterion, effect, title, tags, audience, other, collection, source);
    }

    /** The same in another collection, with another id. */
    public Phrase copiedTo(String otherId, String otherCollection, String otherSource) {
        return new Phrase(otherId, code, text, criterion, effect, title, tags, audience, mark, otherCollection,
                otherSource);
    }
}
