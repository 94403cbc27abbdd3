package org.epiglyph.carrier;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.Amendment;
import org.epiglyph.exchange.record.HeldRecord;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.workspace.Fingerprint;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Hands the sealed submissions of a batch back. Each delivered one gets its receipt at once, so that an interrupted
 * hand-back continues where it stopped and sends nothing twice. A receipt applies to its own destination only.
 */
public final class HandingBack {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMMM, HH:mm", Locale.ENGLISH);
    private static final Logger LOG = LoggerFactory.getLogger(HandingBack.class);
    /** The kind of notes about a record that somebody else has changed. */
    private static final String LEFT = "RECORD_LEFT";
    private static final String KEPT = "RECORD_KEPT";
    private final Workspace workspace;
    private final Clock clock;
    private final Choices choices;

    public HandingBack(Workspace workspace, Clock clock, Choices choices) {
        this.workspace = workspace;
        this.clock = clock;
        this.choices = choices;
    }

    /** The students with sealed submissions, in roster order. */
    public static List<StudentKey> sealed(Batch batch) {
        return batch.submissions().stream().filter(Submission::sealed).map(s -> s.student().key()).toList();
    }

    /** Sends every sealed submission to its student's record. */
    public Report toRecord(RecordClient client, String task, Progress progress) throws Problem {
        return toRecord(client, task, sealed(workspace.batch()), progress);
    }

    /**
     * Sends submissions to their students' records. One that is not sealed when its turn comes is skipped.
     *
     * @throws Problem if missing pages cannot be made
     * @throws java.util.concurrent.CancellationException if the progress asked to stop; what was delivered has its
     *         receipt
     */
    public Report toRecord(RecordClient client, String task, List<StudentKey> students, Progress progress)
            throws Problem {
        PageMaking.all(workspace, progress);
        ToRecord record = new ToRecord(client, task);
        List<Outcome> outcomes = new ArrayList<>();
        for (StudentKey student : students) {
            progress.at(workspace.batch().submission(student).student().name(), outcomes.size(), students.size());
            outcomes.add(one(student, () -> record.hand(student)));
        }
        return new Report(outcomes, List.of());
    }

    /** Writes every sealed submission into a folder. */
    public Report toFolder(Path folder, Progress progress) throws Problem {
        return toFolder(folder, sealed(workspace.batch()), progress);
    }

    /** The destinations that have a receipt for the work exactly as it would be made now. */
    public static List<Destination> receipted(Batch batch, StudentKey student, Choices choices) {
        Predicate<String> isCurrent = Fingerprint.matching(batch, student, choices.deciding(List.of()));
        return batch.submission(student)
                .receipts()
                .stream()
                .filter(r -> isCurrent.test(r.digest()))
                .map(Receipt::destination)
                .toList();
    }

    /**
     * Writes a zip of the students' marked documents, named as the filing rule requires, and the grade sheet with
     * scores and feedback. Existing files are never overwritten: new ones get other names.
     *
     * @param folder where both go; created if missing
     * @throws Problem if the zip or the sheet cannot be written; neither is left half written
     */
    public Report toFolder(Path folder, List<StudentKey> students, Progress progress) throws Problem {
        PageMaking.all(workspace, progress);
        return new IntoFolder(workspace, clock, choices, folder, students).write(progress);
    }

    /** Handles one student; no failure stops the others. */
    static Outcome one(StudentKey student, Work work) {
        try {
            return work.run();
        } catch (Problem e) {
            return new Outcome.Failed(student, e.asMessage());
        } catch (EditRefused e) {
            return new Outcome.Failed(student,
                    Message.of(HandingBack.class, "receiptNotSaved", e.asMessage()));
        } catch (java.util.concurrent.CancellationException e) {
            throw e;
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("A student's work could not be handed back", e);
            return new Outcome.Failed(student,
                    Message.of(HandingBack.class, "fault"));
        }
    }

    /** A step for one student. */
    interface Work {
        Outcome run() throws Problem;
    }

    /** Work that was reopened since it was selected is not sent. */
    static Optional<Outcome> unsealed(Batch batch, StudentKey student) {
        return batch.submission(student).sealed()
                ? Optional.empty()
                : Optional.of(new Outcome.Failed(student, Message.of(HandingBack.class, "notSealed")));
    }

    /** Asks about an original that has changed since it was received, unless that was asked before. */
    static Optional<Outcome> askAbout(Workspace workspace, StudentKey student, Choices choices) {
        return certified(workspace.batch().submission(student), student, choices)
                .or(() -> changed(workspace, student, choices));
    }

    private static Optional<Outcome> certified(Submission submission, StudentKey student, Choices choices) {
        List<String> marked = submission.documents()
                .stream()
                .filter(d -> d.pages().has(Pages.Trait.CERTIFIED))
                .filter(d -> submission.marksForStudent().stream().anyMatch(m -> m.page().document().equals(d.id())))
                .map(submission::displayName)
                .toList();
        return marked.isEmpty() || choices.accepts(student, Outcome.Doubt.CERTIFIED)
                ? Optional.empty()
                : Optional.of(new Outcome.Asked(student, Outcome.Doubt.CERTIFIED,
                        Message.of(HandingBack.class, "certified", String.join(", ", marked))));
    }

    private static Optional<Outcome> changed(Workspace workspace, StudentKey student, Choices choices) {
        if (choices.accepts(student, Outcome.Doubt.ORIGINAL_CHANGED)) {
            return Optional.empty();
        }
        List<String> changed = workspace.changedOriginals(student);
        return changed.isEmpty() || isAccepted(workspace.batch().submission(student), changed)
                ? Optional.empty()
                : Optional.of(new Outcome.Asked(student, Outcome.Doubt.ORIGINAL_CHANGED,
                        Message.of(HandingBack.class, "originalsChanged", String.join(", ", changed))));
    }

    /** True if the look-over found exactly this, and the marker accepts it. */
    private static boolean isAccepted(Submission submission, List<String> changed) {
        Acceptance found = DiskLook.originalsChanged(submission.student().key(), changed).accepted("");
        return submission.accepted().stream().anyMatch(found::isSameThing);
    }

    /** What was sent, as text, for the receipt. */
    static String sent(Collection<String> paths, String score) {
        List<String> names = paths.stream().map(p -> p.substring(p.lastIndexOf('/') + 1)).toList();
        return String.join(", ", names) + (names.isEmpty() ? "" : "; ") + "score " + score;
    }

    /** Delivers to a service, student by student. */
    private final class ToRecord {
        private final RecordClient client;
        private final Destination destination;
        private final SentLog log = new SentLog(workspace.folder());
        private final Origin origin;

        ToRecord(RecordClient client, String task) throws Problem {
            this.client = client;
            this.destination = Destination.record(client.address(), task);
            this.origin = Origin.read(workspace.folder().origin());
        }

        Outcome hand(StudentKey student) throws Problem {
            Batch batch = workspace.batch().named(student);
            Optional<Outcome> open = unsealed(batch, student);
            if (open.isPresent()) {
                return open.get();
            }
            Optional<Receipt> known = known(batch.submission(student));
            if (isThere(batch, student, known, List.of())) {
                return alreadyThere(student, known.orElseThrow());
            }
            Optional<Outcome> doubt = askAbout(workspace, student, choices);
            if (doubt.isPresent()) {
                return doubt.get();
            }
            Building.Built built = new Building(batch, workspace.batch(), workspace.folder(), choices, clock.instant(),
                    workspace.folder().outgoing()).build(student, new HashSet<>());
            if (isThere(batch, student, known, built.leftOut())) {
                return alreadyThere(student, known.orElseThrow());
            }
            String digest = Fingerprint.of(batch, student, choices.deciding(built.leftOut()));
            RecordClient.Parcel parcel = new RecordClient.Parcel(student, Optional.of(batch.result(student).value()),
                    Feedback.text(batch, batch.submission(student)), files(built), digest,
                    known.map(Receipt::tag).orElse(""), known.flatMap(_ -> choices.amendment()));
            return send(parcel, built);
        }

        /** Empty if the service accepts no files, which the marker was told before. */
        private List<Path> files(Building.Built built) {
            return acceptsFiles() ? List.copyOf(built.files().values()) : List.of();
        }

        private boolean acceptsFiles() {
            return client.abilities().contains(Ability.FILES);
        }

        /** Other work sent after the receipt may have arrived although no answer came. */
        private boolean isThere(Batch batch, StudentKey student, Optional<Receipt> known, List<String> leftOut)
                throws Problem {
            if (known.isEmpty()
                    || !Fingerprint.isOf(known.get().digest(), batch, student, choices.deciding(leftOut))) {
                return false;
            }
            try {
                return log.has(destination, student, known.get().digest());
            } catch (IOException e) {
                throw unreadable(e);
            }
        }

        private static Problem unreadable(IOException cause) {
            return new Problem(Message.of(HandingBack.class, "sentUnreadable"),
                    cause);
        }

        /** A receipt without a destination belongs to the service that the batch came from. */
        private Optional<Receipt> known(Submission submission) {
            boolean ofOrigin = destination.equals(Destination.record(origin.address(), origin.task()));
            return submission.receipt(destination)
                    .filter(r -> ofOrigin || r.destination().equals(destination));
        }

        private Outcome alreadyThere(StudentKey student, Receipt receipt) {
            if (!workspace.batch().submission(student).handedBack()) {
                workspace.edit(new Edit.RecordReceipt(student, Optional.of(receipt)));
            }
            return new Outcome.AlreadyThere(student, receipt);
        }

        private Outcome send(RecordClient.Parcel parcel, Building.Built built) throws Problem {
            try {
                return deliver(parcel, built);
            } catch (RecordClient.Conflict e) {
                HeldRecord held = client.held(destination.task(), parcel.student());
                if (held.digest().equals(parcel.digest())) {
                    return received(new Receipt(held.receipt(), held.at().orElseGet(clock::instant), parcel.digest(),
                            held.tag()), parcel, built);
                }
                return isOurs(held, parcel.student())
                        ? deliver(parcel.over(held.tag()), built)
                        : resolved(held, parcel, built);
            }
        }

        /** Another person's text in the record is never replaced unseen. */
        private Outcome resolved(HeldRecord held, RecordClient.Parcel parcel, Building.Built built) throws Problem {
            StudentKey student = parcel.student();
            BigDecimal score = parcel.score().orElseThrow();
            Optional<Resolution.Way> way = choices.resolution(student, held.tag());
            if (way.isEmpty()) {
                return isLeft(held, student)
                        ? new Outcome.TheirsStand(student, held, score, shown(student))
                        : new Outcome.Differs(student, held, score, shown(student));
            }
            return switch (way.get()) {
                case OURS -> deliver(parcel.over(held.tag()), built);
                case THEIRS -> {
                    workspace.edit(new Edit.AcceptFinding(student, left(held)));
                    yield new Outcome.TheirsStand(student, held, score, shown(student));
                }
                case BOTH -> {
                    String note = noted(held);
                    workspace.edit(new Edit.AcceptFinding(student, new Acceptance(KEPT, "", note, "")));
                    yield deliver(withNote(parcel, note).over(held.tag()), built);
                }
            };
        }

        /** Our text as it may be shown here, where names may be covered. */
        private String shown(StudentKey student) {
            Batch batch = workspace.batch();
            return Feedback.text(batch, batch.submission(student));
        }

        /** In the record too, unless it has a reason that the student reads. */
        private static RecordClient.Parcel withNote(RecordClient.Parcel parcel, String note) {
            return parcel.amendment().filter(Amendment::shown).isPresent()
                    ? parcel
                    : parcel.because(new Amendment(
                            parcel.amendment().map(a -> a.reason() + " ").orElse("") + note, false));
        }

        private boolean isLeft(HeldRecord held, StudentKey student) {
            return workspace.batch()
                    .submission(student)
                    .accepted()
                    .stream()
                    .anyMatch(left(held)::isSameThing);
        }

        private Acceptance left(HeldRecord held) {
            return new Acceptance(LEFT, destination.task(), held.tag(), "");
        }

        private String noted(HeldRecord held) {
            Message score = held.score()
                    .map(s -> Message.literal(Criterion.format(s)))
                    .orElseGet(() -> Message.of(HandingBack.class, "noScore"));
            Message what = held.at()
                    .map(at -> Message.of(HandingBack.class, "heldAt", score,
                            WHEN.format(at.atZone(workspace.batch().task().zone()))))
                    .orElseGet(() -> Message.of(HandingBack.class, "held", score));
            return held.comment().isBlank()
                    ? what.text() + "."
                    : what.text() + ": " + held.comment().strip();
        }

        private Outcome deliver(RecordClient.Parcel parcel, Building.Built built) throws Problem {
            try {
                log.sending(destination, parcel.student(), parcel.digest());
            } catch (IOException e) {
                throw new Problem(
                        Message.of(HandingBack.class, "nothingCanBeWritten"),
                        e);
            }
            return received(client.handBack(destination.task(), parcel), parcel, built);
        }

        private Outcome received(Receipt receipt, RecordClient.Parcel parcel, Building.Built built) {
            Receipt own = receipt.of(destination,
                    sent(acceptsFiles() ? built.files().keySet() : Set.of(), score(parcel)));
            workspace.edit(new Edit.RecordReceipt(parcel.student(), Optional.of(own)));
            log.arrived(destination, parcel.student(), parcel.digest());
            return new Outcome.Done(parcel.student(), own, built.reasons());
        }

        private boolean isOurs(HeldRecord held, StudentKey student) throws Problem {
            try {
                Set<String> ours = new HashSet<>(log.digests(destination, student));
                workspace.batch().submission(student).receipts().forEach(r -> ours.add(r.digest()));
                return !held.digest().isEmpty() && ours.contains(held.digest());
            } catch (IOException e) {
                throw unreadable(e);
            }
        }

        private static String score(RecordClient.Parcel parcel) {
            return parcel.score().map(Criterion::format).orElse("none");
        }
    }
}
