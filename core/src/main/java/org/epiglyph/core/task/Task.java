package org.epiglyph.core.task;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;

/**
 * The task as it was set.
 *
 * @param id           the record system's id; empty where the batch came from files
 * @param module       the course or module
 * @param title        never blank
 * @param instructions what the students were asked to do; may be empty
 * @param due          when it was due, where that is known
 * @param zone         the zone in which times are shown
 * @param maximum      the highest result that the record takes, above 0
 */
public record Task(String id, String module, String title, String instructions, Optional<Instant> due, ZoneId zone,
        BigDecimal maximum) {
    public Task {
        if (title.isBlank() || maximum.signum() <= 0) {
            throw new IllegalArgumentException("A task needs a title and a maximum above 0, not " + maximum);
        }
    }
}
