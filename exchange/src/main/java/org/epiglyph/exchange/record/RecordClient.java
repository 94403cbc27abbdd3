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

/** What a record service does for a marker. Every call may take long and may fail in words; none is for the interface thread. */
public interface RecordClient {
    /** Where the service is, as the marker entered it. */
    String address();

    /** What the service can do; of the calls below, those that need what it cannot do fail in words. */
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
     * @param progress hears the bytes so far; what it throws ends the download
     */
    void batch(String task, Path target, LongConsumer progress) throws Problem;

    /** The grade sheet as it is now. */
    byte[] gradeSheet(String task) throws Problem;

    /**
     * Puts one student's marked documents and result into the record. Sent twice with the same digest, the second
     * answer is the first one's receipt and nothing is changed.
     *
     * @throws Conflict where the record has changed since the tag was given
     */
    Receipt handBack(String task, Parcel parcel) throws Problem;

    /** What a student's record holds now. */
    HeldRecord held(String task, StudentKey student) throws Problem;

    /** Lets a student see what was handed back, or holds it. */
    void makeVisible(String task, StudentKey student, boolean visible) throws Problem;

    /** The same for several students, one after the other. */
    default void makeVisible(String task, List<StudentKey> students, boolean visible) throws Problem {
        for (StudentKey student : students) {
            makeVisible(task, student, visible);
        }
    }

    /** What the record says that a student is allowed. */
    Allowance allowed(String task, StudentKey student) throws Problem;

    /** Says what a student is allowed, in the place of what was said before. */
    void allow(String task, StudentKey student, Allowance allowance) throws Problem;

    /** What students wrote after a hand-back, oldest first. */
    List<StudentAnswer> answers(String task) throws Problem;

    /** Replies to an answer, in the place of an earlier reply. @param answer its id */
    void reply(String task, String answer, String text) throws Problem;

    /**
     * One time that a student handed in.
     *
     * @param files paths in the archive
     */
    record HandedIn(StudentKey student, int number, Instant at, String message, List<String> files) {
        public HandedIn {
            files = List.copyOf(files);
        }
    }

    /**
     * What goes into a student's record.
     *
     * @param score    the result; empty where there is none
     * @param feedback the words for the student
     * @param files    marked documents on this disk, named as they shall arrive
     * @param digest   SHA-256 of all that this says, the key under which it is sent once
     * @param knownTag the record's version that this replaces; empty where nothing is known of the record
     * @param amendment why an earlier result is changed; empty for a first one, or where nothing is to be said
     */
    record Parcel(StudentKey student, Optional<BigDecimal> score, String feedback, List<Path> files, String digest,
            String knownTag, Optional<Amendment> amendment) {
        public Parcel {
            files = List.copyOf(files);
        }

        /** The same, with another word on why it is changed. */
        public Parcel because(Amendment other) {
            return new Parcel(student, score, feedback, files, digest, knownTag, Optional.of(other));
        }

        /** The same, in the place of another version of the record. */
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

    /** The record has changed since it was last looked at. */
    final class Conflict extends Problem {
        Conflict(Message what) {
            super(what);
        }
    }
}
