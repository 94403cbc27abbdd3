package org.epiglyph.exchange.record;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;

/**
 * What a record service does for a marker. Every call may take long and may fail with a Problem; none is for the
 * interface thread.
 */
public interface RecordClient {
    /** Where the service is, as the marker entered it. */
    String address();

    /** What the service can do; calls below that need another ability throw a Problem. */
    Set<Ability> abilities();

    /** All tasks that the token may see, without instructions. */
    List<Task> tasks() throws Problem;

    /** One task with its instructions. */
    Task task(String id) throws Problem;

    Roster roster(String task) throws Problem;

    List<HandedIn> submissions(String task) throws Problem;

    /**
     * Downloads all submitted files as one zip archive.
     *
     * @param target   the file to write
     * @param progress receives the bytes so far; an exception it throws ends the download
     */
    void batch(String task, Path target, LongConsumer progress) throws Problem;

    /** The grade sheet as it is now. */
    byte[] gradeSheet(String task) throws Problem;

    /**
     * Sends one student's marked documents and result to the record. If sent twice with the same digest, the second
     * answer is the first receipt and nothing changes.
     *
     * @throws Conflict if the record has changed since the tag was issued
     */
    Receipt handBack(String task, Parcel parcel) throws Problem;

    /** What a student's record holds now. */
    HeldRecord held(String task, StudentKey student) throws Problem;

    /** Shows a student what was handed back, or hides it. */
    void makeVisible(String task, StudentKey student, boolean visible) throws Problem;

    /** The same for several students, one after the other. */
    default void makeVisible(String task, List<StudentKey> students, boolean visible) throws Problem {
        for (StudentKey student : students) {
            makeVisible(task, student, visible);
        }
    }

    /** What a student is allowed according to the record. */
    Allowance allowed(String task, StudentKey student) throws Problem;

    /** Sets what a student is allowed, replacing the previous setting. */
    void allow(String task, StudentKey student, Allowance allowance) throws Problem;

    /** What students wrote after a hand-back, oldest first. */
    List<StudentAnswer> answers(String task) throws Problem;

    /**
     * Replies to an answer, replacing an earlier reply.
     *
     * @param answer its id
     */
    void reply(String task, String answer, String text) throws Problem;

    /**
     * One submission by a student.
     *
     * @param files paths in the archive
     */
    record HandedIn(StudentKey student, int number, Instant at, String message, List<String> files) {
        public HandedIn {
            files = List.copyOf(files);
        }
    }

    /**
     * What is sent to a student's record.
     *
     * @param score     the result; empty if there is none
     * @param feedback  the text for the student
     * @param files     marked documents on this disk, named as they shall arrive
     * @param digest    SHA-256 of all of this, the key under which it is sent once
     * @param knownTag  the record's version that this replaces; empty if nothing is known about the record
     * @param amendment why an earlier result is changed; empty for a first one, or without a reason
     */
    record Parcel(StudentKey student, Optional<BigDecimal> score, String feedback, List<Path> files, String digest,
            String knownTag, Optional<Amendment> amendment) {
        public Parcel {
            files = List.copyOf(files);
        }

        /** The same, with another reason for the change. */
        public Parcel because(Amendment other) {
            return new Parcel(student, score, feedback, files, digest, knownTag, Optional.of(other));
        }

        /** The same, replacing another version of the record. */
        public Parcel over(String tag) {
            return new Parcel(student, score, feedback, files, digest, tag, amendment);
        }
    }

    /** Nothing answers at the service's address. */
    final class Unreachable extends Problem {
        Unreachable(Message what, Throwable cause) {
            super(what, cause);
        }
    }

    /** The record has changed since it was last read. */
    final class Conflict extends Problem {
        Conflict(Message what) {
            super(what);
        }
    }
}
