package org.epiglyph.core.batch;

import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.Message;

/** Whether a received document was converted to pages. */
public sealed interface Pages {
    /** What to note about a document that was converted to pages. */
    enum Trait {
        /** It contains code; nothing of it is ever run here. */
        ACTIVE("It contains scripts or starts other programs."),
        /** Any mark would break its author's certification. */
        CERTIFIED("Its author has certified it against any change, remarks included; a mark on it breaks that.");

        private final String earlierSentence;

        Trait(String earlierSentence) {
            this.earlierSentence = earlierSentence;
        }

        /** Batches made before traits were stored have them as a sentence in the note. */
        private static Set<Trait> ofEarlierNote(String note) {
            return Arrays.stream(values())
                    .filter(t -> note.contains(t.earlierSentence))
                    .collect(Collectors.toSet());
        }

        /** In a fixed order, so that the same pages are written as the same text. */
        private static Set<Trait> inOrder(Set<Trait> traits) {
            Set<Trait> ordered = EnumSet.noneOf(Trait.class);
            ordered.addAll(traits);
            return Collections.unmodifiableSet(ordered);
        }
    }

    /**
     * It was converted.
     *
     * @param count     pages, at least 1
     * @param rendition name of the PDF made from it, within the batch's pages folder; empty if the original is a PDF
     * @param notes     how it was made and what to note; may be empty
     * @param traits    what the program has to take into account
     */
    record Ready(int count, String rendition, List<Message> notes, Set<Trait> traits) implements Pages {
        public Ready {
            if (count < 1) {
                throw new IllegalArgumentException("A document with pages has at least one, not " + count);
            }
            notes = notes == null ? List.of() : List.copyOf(notes); // batches of the first version have none
            traits = Trait.inOrder(traits == null ? Trait.ofEarlierNote(Message.text(notes)) : traits);
        }

        /** Pages without notes. */
        public Ready(int count, String rendition) {
            this(count, rendition, List.of(), Set.of());
        }
    }

    /** True if it was converted and has the trait. */
    default boolean has(Trait trait) {
        return this instanceof Ready ready && ready.traits.contains(trait);
    }

    /**
     * It was not converted; the student can be scored all the same.
     *
     * @param reason why, and what to do; empty if nobody needs to know
     */
    record None(Message reason) implements Pages {
        /** No pages, and nothing to say about it. */
        public None() {
            this(Message.literal(""));
        }
    }

    /**
     * It is locked with a password that the marker can enter.
     *
     * @param reason what to do
     */
    record Locked(Message reason) implements Pages {}

    /** It has not been examined yet; that happens in the background. */
    record Awaited() implements Pages {}
}
