package org.epiglyph.desktop.letters;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.epiglyph.carrier.LetterDraft;
import org.epiglyph.carrier.LetterSending;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.letters.Letter;
import org.epiglyph.core.letters.LetterText;
import org.epiglyph.core.letters.Recipients;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.mail.MailService;
import org.epiglyph.exchange.mail.Sender;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Writing letters, without any node. The draft is saved with the batch as it is typed; a password never is. */
public final class LettersModel {
    private static final Logger LOG = LoggerFactory.getLogger(LettersModel.class);
    private final Workspace workspace;
    private final Background background;
    private final Clock clock;
    private final SerialExecutor executor;
    private final Supplier<Set<StudentKey>> unopened;
    private final ObjectProperty<Recipients.Condition> condition = new SimpleObjectProperty<>(
            Recipients.Condition.NOTHING_RECEIVED);
    private final StringProperty under = new SimpleStringProperty("");
    private final StringProperty subject = new SimpleStringProperty("");
    private final StringProperty body = new SimpleStringProperty("");
    private final BooleanProperty again = new SimpleBooleanProperty();
    private final ReadOnlyObjectWrapper<Plan> plan = new ReadOnlyObjectWrapper<>(new Plan(List.of(), Map.of()));
    private final StringProperty trouble = new SimpleStringProperty("");
    private final StringProperty message = new SimpleStringProperty("");
    /** Only the last request counts while a large class is processed. */
    private final Newest newest;
    private final AtomicLong typed = new AtomicLong();
    private Set<StudentKey> chosen = Set.of();

    /**
     * The present recipients.
     *
     * @param fates  what would happen to each letter, in roster order
     * @param counts how many students meet each condition that can be counted
     */
    record Plan(List<LetterSending.Fate> fates, Map<Recipients.Condition, Integer> counts) {}

    /**
     * @param unopened students whose work was handed back and who have not opened it, as far as the record was asked
     */
    public LettersModel(Workspace workspace, Background background, Clock clock, SerialExecutor executor,
            Supplier<Set<StudentKey>> unopened) {
        this.workspace = workspace;
        this.background = background;
        this.clock = clock;
        this.executor = executor;
        newest = new Newest(executor);
        this.unopened = unopened;
        readDraft();
        for (StringProperty field : List.of(subject, body)) {
            field.addListener((_, _, _) -> {
                keepDraft(subject.get(), body.get());
                refresh();
            });
        }
        condition.addListener((_, _, _) -> refresh());
        under.addListener((_, _, _) -> refresh());
        again.addListener((_, _, _) -> refresh());
    }

    ObjectProperty<Recipients.Condition> conditionProperty() {
        return condition;
    }

    /** As typed: the result that theirs is below. */
    StringProperty underProperty() {
        return under;
    }

    StringProperty subjectProperty() {
        return subject;
    }

    StringProperty bodyProperty() {
        return body;
    }

    /** True to resend what may have been sent before. */
    BooleanProperty againProperty() {
        return again;
    }

    ReadOnlyObjectProperty<Plan> planProperty() {
        return plan.getReadOnlyProperty();
    }

    StringProperty troubleProperty() {
        return trouble;
    }

    StringProperty messageProperty() {
        return message;
    }

    Background background() {
        return background;
    }

    Batch batch() {
        return workspace.batch();
    }

    String name(StudentKey student) {
        return workspace.batch().listedName(student);
    }

    /** The default folder for letters as files. */
    Path folder() {
        return workspace.folder().root().resolve("letters");
    }

    /** Writes to these students only. */
    public void choose(Set<StudentKey> students) {
        chosen = Set.copyOf(students);
        condition.set(Recipients.Condition.CHOSEN);
        refresh();
    }

    LetterText text() {
        return new LetterText(subject.get(), body.get());
    }

    /** The letter as one student would read it. */
    Letter letter(StudentKey student) {
        return text().to(workspace.batch(), workspace.batch().submission(student));
    }

    // --- who

    /** Saves the address of a student as typed; reports why if it is invalid. */
    boolean learn(StudentKey student, String typed) {
        String mail = typed.strip();
        trouble.set("");
        if (mail.equals(workspace.batch().submission(student).student().mail())) {
            return true;
        }
        try {
            Sender.check(mail);
            workspace.edit(new Edit.LearnAddress(student, mail));
            refresh();
            return true;
        } catch (Problem | EditRefused e) {
            trouble.set(e.getMessage());
            return false;
        }
    }

    /** Updates the recipients for the present choice. */
    void refresh() {
        LetterText text = text();
        boolean more = again.get();
        Recipients whom = recipients(condition.get());
        Set<StudentKey> notOpened = unopened.get();
        newest.start(() -> plan(text, whom, more, notOpened), plan::set, trouble::set);
    }

    private Plan plan(LetterText text, Recipients whom, boolean more, Set<StudentKey> notOpened) {
        Batch batch = workspace.batch();
        Map<Recipients.Condition, Integer> counts = new HashMap<>();
        for (Recipients.Condition one : Recipients.Condition.values()) {
            if (one != Recipients.Condition.RESULT_UNDER) {
                counts.put(one, new Recipients(one, Optional.empty(),
                        one == Recipients.Condition.CHOSEN ? chosen : notOpened).in(batch).size());
            }
        }
        List<StudentKey> students = whom.in(batch).stream().map(s -> s.student().key()).toList();
        if (whom.condition() == Recipients.Condition.RESULT_UNDER) {
            counts.put(whom.condition(), students.size());
        }
        return new Plan(LetterSending.plan(batch, text, students, more), Map.copyOf(counts));
    }

    private Recipients recipients(Recipients.Condition one) {
        return new Recipients(one, limit(), one == Recipients.Condition.CHOSEN ? chosen : unopened.get());
    }

    private Optional<BigDecimal> limit() {
        try {
            return under.get().isBlank() ? Optional.empty() : Optional.of(Decimal.of(under.get().strip()));
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    /** Students whose letters would be sent now. */
    List<StudentKey> going() {
        return plan.get()
                .fates()
                .stream()
                .filter(f -> f instanceof LetterSending.Fate.Goes)
                .map(LetterSending.Fate::student)
                .toList();
    }

    // --- sending

    void toFolder(Path folder, Sender sender) {
        send((sending, students, progress) -> sending.toFolder(folder, text(), students, again.get(), progress),
                sender, UiText.of("Letters.inFolder", folder));
    }

    /** @param password held while letters are sent, and nowhere else */
    void byMail(MailService.Host host, String password, Sender sender) {
        send((sending, students, progress) -> {
            try (MailService service = MailService.open(host, password)) {
                return sending.byMail(service, text(), students, again.get(), progress);
            }
        }, sender, UiText.of("Letters.byMail", host.name()));
    }

    private interface Way {
        List<LetterSending.Fate> send(LetterSending sending, List<StudentKey> students,
                org.epiglyph.carrier.Progress progress) throws Problem;
    }

    private void send(Way way, Sender sender, String where) {
        trouble.set("");
        message.set("");
        List<StudentKey> students = going();
        background.start(progress -> {
            try (Workspace.Hold _ = workspace.hold()) {
                return way.send(new LetterSending(workspace, clock, sender), students, progress);
            } catch (EditRefused e) {
                throw new Problem(e.asMessage(), e);
            }
        }, fates -> finish(fates, where), why -> {
            trouble.set(why);
            refresh();
        });
    }

    private void finish(List<LetterSending.Fate> fates, String where) {
        long went = fates.stream().filter(f -> f instanceof LetterSending.Fate.Goes).count();
        message.set(UiText.of("Letters.went", went) + " " + where);
        List<String> failed = fates.stream()
                .filter(f -> f instanceof LetterSending.Fate.Failed)
                .map(f -> name(f.student()) + ": " + ((LetterSending.Fate.Failed) f).why().text())
                .toList();
        trouble.set(String.join("\n", failed));
        refresh();
    }

    // --- the draft

    private void readDraft() {
        try {
            LetterText kept = LetterDraft.read(workspace.folder());
            subject.set(kept.subject());
            body.set(kept.body());
        } catch (IOException e) {
            LOG.info("The draft of a letter could not be read");
            trouble.set(UiText.of("Letters.noDraft"));
        }
    }

    private void keepDraft(String newSubject, String newText) {
        long mine = typed.incrementAndGet();
        executor.start(() -> {
            if (mine == typed.get()) { // nothing more was typed since
                LetterDraft.save(workspace.folder(), newSubject, newText);
            }
            return true;
        }, _ -> {}, trouble::set);
    }
}
