package org.epiglyph.recordoffice;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;

/**
 * The JSON records of requests and of the data folder. Field names follow the gradebook and rostering parts of 1EdTech
 * OneRoster 1.2 where they have a term (from memory): sourcedId, givenName, familyName, title, description, dueDate,
 * resultValueMax, score, scoreStatus, scoreDate, comment.
 */
final class Shapes {
    private Shapes() {}

    record Task(String sourcedId, String module, String title, String description, Instant dueDate, String zone,
            BigDecimal resultValueMax) {
        Task withoutDescription() {
            return new Task(sourcedId, module, title, null, dueDate, zone, resultValueMax);
        }
    }

    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Person(String sourcedId, String givenName, String familyName, String section, String email,
            String candidateNumber) {
        String name() {
            return givenName.isBlank() ? familyName : givenName + " " + familyName;
        }
    }

    record Submission(String student, int handIn, Instant handedInAt, String message, List<String> files) {}

    /** What a marker sends. */
    record Sent(BigDecimal score, String scoreStatus, String comment, Amendment amendment) {}

    /** Why an existing result is changed; students read it if it is shown. */
    record Amendment(String reason, boolean shown) {}

    /** What a student is allowed, with or without a result. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Allowance(boolean excused, Instant extendedTo, int furtherHandIns) {
        static final Allowance NONE = new Allowance(false, null, 0);
    }

    /**
     * What a student wrote after a hand-back.
     *
     * @param remark number of the remark that it answers, or null
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Answer(String id, String student, Integer remark, String words, Instant at, String reply) {}

    record Words(String words) {}

    record StoredDocument(String name, String sha256, long bytes) {}

    /** A student's record for a task; version 0 if nothing was handed back yet. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Held(String student, int version, BigDecimal score, String scoreStatus, Instant scoreDate, String comment,
            List<StoredDocument> documents,
            String receipt, String idempotencyKey, Amendment amendment) {
        static Held empty(String student) {
            return new Held(student, 0, null, "not submitted", null, "", List.of(), null, null, null);
        }

        String tag() {
            return "\"v" + version + "\"";
        }
    }

    record Proof(String receipt, Instant at, int version, List<StoredDocument> documents) {
        static Proof of(Held held) {
            return new Proof(held.receipt(), held.scoreDate(), held.version(), held.documents());
        }
    }

    record Visibility(boolean visible) {}

    record Fault(String title, int status, String detail) {}
}
