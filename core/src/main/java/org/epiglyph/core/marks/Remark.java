package org.epiglyph.core.marks;

/**
 * The text attached to a mark.
 *
 * @param text     the text; empty if the mark has none
 * @param audience whom it is for
 * @param phrase   id of the phrase it came from; empty if it was written here
 */
public record Remark(String text, Audience audience, String phrase) {
    /** No text, for the student. */
    public static final Remark NONE = new Remark("", Audience.STUDENT, "");

    public Remark {
        text = text.strip();
    }

    /** A remark in the marker's own words, for the student. */
    public static Remark of(String text) {
        return new Remark(text, Audience.STUDENT, "");
    }

    public boolean isEmpty() {
        return text.isEmpty();
    }

    boolean isPrivate() {
        return audience == Audience.PRIVATE;
    }

    public Remark withText(String other) {
        return new Remark(other, audience, phrase);
    }

    public Remark withAudience(Audience other) {
        return new Remark(text, other, phrase);
    }

    public Remark withPhrase(String id) {
        return new Remark(text, audience, id);
    }
}
