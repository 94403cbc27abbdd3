package org.epiglyph.carrier;

import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.LetterSent;
import org.epiglyph.core.letters.Letter;
import org.epiglyph.core.letters.LetterText;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.mail.LetterFile;
import org.epiglyph.exchange.mail.MailService;
import org.epiglyph.exchange.mail.Sender;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Sends letters to students, each one alone. Every letter is recorded in the batch before it is sent, so that nobody
 * receives the same letter twice, even if the program is killed.
 */
public final class LetterSending {
    private static final Logger LOG = LoggerFactory.getLogger(LetterSending.class);
    private final Workspace workspace;
    private final Clock clock;
    private final Sender sender;

    public LetterSending(Workspace workspace, Clock clock, Sender sender) {
        this.workspace = workspace;
        this.clock = clock;
        this.sender = sender;
    }

    /** What will happen, or happened, to one student's letter. */
    public sealed interface Fate {
        StudentKey student();

        /** It will be sent, or was sent now. */
        record Goes(StudentKey student, Letter letter) implements Fate {}

        /** The same letter was sent before. */
        record Already(StudentKey student, LetterSent sent) implements Fate {}

        /** The same letter was being sent before, and it is unknown whether it arrived. */
        record MayHaveGone(StudentKey student, LetterSent sent) implements Fate {}

        /** There is no address. */
        record NoAddress(StudentKey student) implements Fate {}

        /** A slot has no value for this student. */
        record Lacks(StudentKey student, List<String> slots) implements Fate {}

        /** It was not sent; what and why, with the remedy. */
        record Failed(StudentKey student, Message why) implements Fate {}
    }

    /**
     * What would happen to each letter if it was sent now.
     *
     * @param again true to resend what may have been sent
     */
    public static List<Fate> plan(Batch batch, LetterText text, List<StudentKey> students, boolean again) {
        return students.stream().map(s -> plan(batch, text, s, again)).toList();
    }

    private static Fate plan(Batch batch, LetterText text, StudentKey student, boolean again) {
        Batch named = batch.named(student);
        Letter letter = text.to(named, named.submission(student));
        Optional<LetterSent> before = batch.submission(student).correspondence().letter(letter.digest());
        if (before.isPresent() && before.get().certain()) {
            return new Fate.Already(student, before.get());
        }
        if (before.isPresent() && !again) {
            return new Fate.MayHaveGone(student, before.get());
        }
        if (letter.student().mail().isBlank()) {
            return new Fate.NoAddress(student);
        }
        return letter.missing().isEmpty()
                ? new Fate.Goes(student, letter)
                : new Fate.Lacks(student, letter.missing());
    }

    /** Writes letters as .eml files into a folder; existing files are not overwritten. */
    public List<Fate> toFolder(Path folder, LetterText text, List<StudentKey> students, boolean again,
            Progress progress) throws Problem {
        return all(text, students, again, progress, Message.of(LetterSending.class, "asFile").text(),
                (letter, at) -> LetterFile.write(letter, sender, at, folder));
    }

    /** Sends letters by mail. */
    public List<Fate> byMail(MailService service, LetterText text, List<StudentKey> students, boolean again,
            Progress progress) throws Problem {
        return all(text, students, again, progress, Message.of(LetterSending.class, "byMail").text(),
                (letter, at) -> service.send(letter, sender, at));
    }

    private interface Way {
        void send(Letter letter, Instant at) throws Problem;
    }

    private List<Fate> all(LetterText text, List<StudentKey> students, boolean again, Progress progress, String by,
            Way way) throws Problem {
        refuseUnsendable(text);
        List<Fate> fates = new ArrayList<>();
        for (StudentKey student : students) {
            progress.at(workspace.batch().submission(student).student().name(), fates.size(), students.size());
            fates.add(one(student, text, again, by, way));
        }
        return fates;
    }

    /** Refuses a letter that nobody could read. */
    private static void refuseUnsendable(LetterText text) throws Problem {
        if (text.isEmpty()) {
            throw new Problem(Message.of(LetterSending.class, "empty"));
        }
        if (!text.unknown().isEmpty()) {
            throw new Problem(Message.of(LetterSending.class, "unknownSlot", String.join(", ", text.unknown())));
        }
    }

    private Fate one(StudentKey student, LetterText text, boolean again, String by, Way way) {
        Fate planned = plan(workspace.batch(), text, student, again);
        if (!(planned instanceof Fate.Goes(var _, Letter letter))) {
            return planned;
        }
        Instant at = clock.instant();
        LetterSent sent = new LetterSent(letter.digest(), letter.subject(), at, by, false);
        try {
            workspace.edit(new Edit.LogLetter(student, sent));
        } catch (EditRefused e) {
            return new Fate.Failed(student, Message.of(LetterSending.class, "notNoted", e.asMessage()));
        }
        try {
            way.send(letter, at);
            workspace.edit(new Edit.LogLetter(student,
                    new LetterSent(letter.digest(), letter.subject(), at, by, true)));
            return planned;
        } catch (MailService.Uncertain | EditRefused e) {
            return new Fate.MayHaveGone(student, sent);
        } catch (Problem e) {
            return struck(student, letter, e.asMessage());
        } catch (CancellationException e) {
            throw e;
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("A letter could not be sent", e);
            return new Fate.MayHaveGone(student, sent);
        }
    }

    private Fate struck(StudentKey student, Letter letter, Message why) {
        try {
            workspace.edit(new Edit.StrikeLetter(student, letter.digest()));
        } catch (EditRefused e) {
            LOG.info("That a letter did not go could not be noted");
        }
        return new Fate.Failed(student, why);
    }
}
