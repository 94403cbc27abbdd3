package org.epiglyph.core.spoken;

/**
 * A recorded remark with its text.
 *
 * @param id     unique within the batch; later remarks have greater ids
 * @param place  what it is about
 * @param sound  the recording, complete and lossless
 * @param length of the whole recording, in milliseconds
 * @param heard  the piece of it that the student hears
 * @param text   the same in writing, for those who cannot hear it; may be empty
 */
public record SpokenRemark(String id, SpokenPlace place, Sound sound, long length, Span heard, String text) {
    /** The file name of every recording; each is in a folder of its own. */
    public static final String FILE_NAME = "spoken.wav";

    /**
     * A sound file among the originals.
     *
     * @param document id of the document under which it is stored
     * @param sha256   digest of its bytes, 64 lower-case hexadecimal digits
     * @param bytes    its length
     */
    public record Sound(String document, String sha256, long bytes) {}

    public SpokenRemark {
        text = text.strip();
        if (heard.to() > length) {
            throw new IllegalArgumentException("A recording of " + length + " ms has nothing at " + heard.to());
        }
    }

    public SpokenRemark withText(String other) {
        return new SpokenRemark(id, place, sound, length, heard, other);
    }

    public SpokenRemark withHeard(Span other) {
        return new SpokenRemark(id, place, sound, length, other, text);
    }

    /** True if both are the same remark with the same sound and span. */
    public boolean hasSameSoundAs(SpokenRemark other) {
        return id.equals(other.id) && sound.equals(other.sound) && heard.equals(other.heard)
                && place.equals(other.place);
    }
}
