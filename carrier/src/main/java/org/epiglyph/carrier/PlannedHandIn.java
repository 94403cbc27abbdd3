package org.epiglyph.carrier;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * The files of one hand-in of one student.
 *
 * @param at      when it was handed in, by the record or the sheet
 * @param message what the student wrote with it; may be empty
 */
record PlannedHandIn(int number, Optional<Instant> at, String message, List<CollectPlan.Item> items) {}
