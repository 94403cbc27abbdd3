package org.epiglyph.core.phrases;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * A remark worth saying again.
 *
 * @param id        unique in the phrasebook
 * @param code      short, typed to find it
 * @param words     what is said
 * @param criterion id of the criterion it belongs to; empty for any
 * @param effect    the points it stands for, below 0 for a deduction; shown beside the score, never added by itself
 */
public record Phrase(String id, String code, String words, String criterion, Optional<BigDecimal> effect) {
    public Phrase {
        if (id.isBlank() || words.isBlank()) {
            throw new IllegalArgumentException("A phrase needs an id and words");
        }
    }
}
