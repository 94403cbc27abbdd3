package org.epiglyph.desktop.handback;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.StringProperty;
import org.epiglyph.carrier.Allowing;
import org.epiglyph.carrier.AnswerExchange;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Progress;
import org.epiglyph.carrier.Report;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.record.HeldRecord;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordService;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.workspace.Workspace;

/**
 * What the record is asked and told besides the work: who sees it, who has opened it, what students are allowed, what
 * they answered.
 */
final class RecordModel {
    private final Workspace workspace;
    private final Background background;
    private final HandBackModel.Records records;
    private final Supplier<Origin> origin;
    private final StringProperty trouble;
    private final StringProperty message;
    private final ObjectProperty<Map<StudentKey, Seen>> seen = new SimpleObjectProperty<>(Map.of());

    /**
     * @param origin  the task in the record
     * @param trouble receives error messages
     * @param said    receives what was done
     */
    RecordModel(Workspace workspace, Background background, HandBackModel.Records records, Supplier<Origin> origin,
            StringProperty trouble, StringProperty said) {
        this.workspace = workspace;
        this.background = background;
        this.records = records;
        this.origin = origin;
        this.trouble = trouble;
        this.message = said;
    }

    /** A client whose work can be stopped. */
    RecordClient connect(String address, String token) throws Problem {
        return records.services().connect(address, token, background::stopIfCancelled);
    }

    /** The protocol of the service at an address; the usual one if it is not an address yet. */
    RecordService serviceAt(String address) {
        try {
            return records.services().at(address);
        } catch (Problem e) {
            return RecordServices.usual();
        }
    }

    /**
     * What the record says about a student's result.
     *
     * @param there   true if the record has one
     * @param visible true if the student may see it
     * @param opened  when the student first opened it
     */
    record Seen(boolean there, boolean visible, Optional<Instant> opened) {}

    /** What the record said when it was asked last, by student. */
    ReadOnlyObjectProperty<Map<StudentKey, Seen>> seenProperty() {
        return seen;
    }

    private record Learnt(Map<StudentKey, Seen> seen, List<Message> answers) {}

    /** Asks the record who may see the result, and who has opened it. */
    void queryOpened(String address, String token, List<StudentKey> students) {
        trouble.set("");
        message.set("");
        background.start(progress -> {
            RecordClient client = connect(address, token);
            List<Message> answers = withAnswers(new Report(List.of(), List.of()), client, progress).notes();
            return new Learnt(query(client, students, progress), answers);
        }, now -> {
            accept(now.seen());
            message.set(Message.text(now.answers()));
        }, trouble::set);
    }

    /** Shows students results that the record has, or hides them, without resending anything. */
    void show(String address, String token, List<StudentKey> students, boolean visible) {
        trouble.set("");
        background.start(progress -> {
            RecordClient client = connect(address, token);
            client.makeVisible(origin.get().task(), students, visible);
            return query(client, students, progress);
        }, now -> {
            accept(now);
            message.set(UiText.of(visible ? "HandBack.shownNow" : "HandBack.heldNow", now.size()));
        }, trouble::set);
    }

    private Map<StudentKey, Seen> query(RecordClient client, List<StudentKey> students, Progress progress)
            throws Problem {
        Map<StudentKey, Seen> now = new HashMap<>();
        for (StudentKey student : students) {
            progress.at(name(student), now.size(), students.size());
            HeldRecord held = client.held(origin.get().task(), student);
            now.put(student, new Seen(!held.receipt().isEmpty(), held.visible(), held.opened()));
        }
        return now;
    }

    private void accept(Map<StudentKey, Seen> now) {
        Map<StudentKey, Seen> all = new HashMap<>(seen.get());
        all.putAll(now);
        seen.set(Map.copyOf(all));
        List<Edit> opened = now.entrySet()
                .stream()
                .filter(e -> e.getValue().opened().isPresent()
                        && !e.getValue().opened().equals(workspace.batch().submission(e.getKey()).opened()))
                .<Edit>map(e -> new Edit.LearnOpened(e.getKey(), e.getValue().opened().orElseThrow()))
                .toList();
        if (!opened.isEmpty()) {
            try {
                workspace.edit(new Edit.Together(opened));
            } catch (EditRefused e) {
                trouble.set(e.getMessage());
            }
        }
    }

    /** Allows students something, in the batch and in the record. */
    void allow(String address, String token, List<StudentKey> students, Allowing.Wish wish) {
        trouble.set("");
        message.set("");
        background.start(progress -> {
            try (Workspace.Hold _ = workspace.hold()) {
                return Allowing.run(workspace, connect(address, token), origin.get().task(), students, wish,
                        progress);
            } catch (EditRefused e) {
                throw new Problem(e.asMessage(), e);
            }
        }, failed -> {
            trouble.set(String.join("\n", failed));
            message.set(UiText.of("HandBack.allow.told", students.size() - failed.size()));
        }, trouble::set);
    }

    /** Answers and replies are exchanged with every hand-back; if that fails, the work was handed back all the same. */
    Report withAnswers(Report report, RecordClient client, Progress progress) {
        List<Message> notes = new ArrayList<>(report.notes());
        try {
            describe(new AnswerExchange(workspace, client, origin.get().task()).run(progress))
                    .forEach(text -> notes.add(Message.literal(text)));
        } catch (Problem | EditRefused e) {
            notes.add(Message.literal(UiText.of("HandBack.answersNot", e.getMessage())));
        }
        return new Report(report.outcomes(), notes);
    }

    private List<String> describe(AnswerExchange.Came came) {
        List<String> words = new ArrayList<>();
        if (came.came() > 0) {
            words.add(UiText.of("HandBack.answersCame", came.came()));
        }
        if (came.replied() > 0) {
            words.add(UiText.of("HandBack.replied", came.replied()));
        }
        if (!came.kept().isEmpty()) {
            words.add(UiText.of("HandBack.replyKept",
                    came.kept().stream().map(this::name).collect(Collectors.joining(", "))));
        }
        return words;
    }

    private String name(StudentKey student) {
        return workspace.batch().listedName(student);
    }
}
