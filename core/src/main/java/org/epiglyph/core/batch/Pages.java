package org.epiglyph.core.batch;

import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.epiglyph.core.Message;

/** Whether a received document became pages. */
public sealed interface Pages {
    /** What is to be minded about a document that became pages. */
    enum Trait {
        /** It would run or start something; nothing of that is ever run here. */
        ACTIVE("It contains scripts or starts other programs."),
        /** Any mark breaks its author's certification. */
        CERTIFIED("Its author has certified it against any change, remarks included; a mark on it breaks that.");

        private final String earlierSentence;

        Trait(String earlierSentence) {
            this.earlierSentence = earlierSentence;
        }

        /** Batches made before traits were kept tell them by a sentence in the note. */
        private static Set<Trait> ofEarlierNote(String note) {
            return Arrays.stream(values())
                    .filter(t -> note.contains(t.earlierSentence))
                    .collect(Collectors.toSet());
        }

        /** Always in one order, so that the same pages are written as the same text. */
        private static Set<Trait> inOrder(Set<Trait> traits) {
            Set<Trait> ordered = EnumSet.noneOf(Trait.class);
            ordered.addAll(traits);
            return Collections.unmodifiableSet(ordered);
        }
    }

    /**
     * It did.
     *
     * @param count     pages, at least 1
     * @param rendition name of the PDF made from it, within the batch's pages folder; empty where the original is a PDF
     * @param notes     how it was made and what to mind; may be none
     * @param traits    what the program has to mind
     */
    record Ready(int count, String rendition, List<Message> notes, Set<Trait> traits) implements Pages {
        public Ready {
            if (count < 1) {
                throw new IllegalArgumentException("A document with pages has at least one, not " + count);
            }
            notes = notes == null ? List.of() : List.copyOf(notes); // batches of the first version have none
            traits = Trait.inOrder(traits == null ? Trait.ofEarlierNote(Message.text(notes)) : traits);
        }

        /** Pages of which there is nothing to say. */
        public Ready(int count, String rendition) {
            this(count, rendition, List.of(), Set.of());
        }
    }

    /** True if it became pages that have a trait. */
    default boolean has(Trait trait) {
        return this instanceof Ready ready && ready.traits.contains(trait);
    }

    /**
     * It did not; the student can be scored all the same.
     *
     * @param reason why, and what to do; without words where nobody needs to know
     */
    record None(Message reason) implements Pages {
        /** No pages, of which there is nothing to say. */
        public None() {
            this(Message.literal(""));
        }
    }

    /**
     * It is locked with a password that the marker can give.
     *
     * @param reason what to do
     */
    record Locked(Message reason) implements Pages {}

    /** It has not been looked at yet; that is done in the background. */
    record Awaited() implements Pages {}
}
