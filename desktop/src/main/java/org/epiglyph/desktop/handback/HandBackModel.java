package org.epiglyph.desktop.handback;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.Profile;
import org.epiglyph.carrier.Report;
import org.epiglyph.carrier.Resolution;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.feedback.ClassReport;
import org.epiglyph.core.lookover.Dictionary;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.Amendment;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.exchange.sheet.ReportFile;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Handing back, without any node: the destination, and the outcome for each student. */
public final class HandBackModel {
    private static final Logger LOG = LoggerFactory.getLogger(HandBackModel.class);
    private final Workspace workspace;
    private final Background background;
    private final Clock clock;
    private final Dictionary dictionary;
    private final BooleanProperty plain = new SimpleBooleanProperty();
    private final ObjectProperty<Profile> profile = new SimpleObjectProperty<>(Profile.USUAL);
    private final Records records;
    private final RecordModel record;
    private final ReadOnlyStringWrapper elsewhere = new ReadOnlyStringWrapper("");
    private volatile String answering = "";
    private volatile Origin origin;
    private final ObjectProperty<List<Outcome>> outcomes = new SimpleObjectProperty<>(List.of());
    private final StringProperty trouble = new SimpleStringProperty("");
    private final StringProperty message = new SimpleStringProperty("");
    private final ReadOnlyBooleanWrapper mayShow = new ReadOnlyBooleanWrapper();
    private final Map<StudentKey, Set<Outcome.Doubt>> accepted = new HashMap<>();
    private final Map<StudentKey, Resolution> resolutions = new HashMap<>();
    private final StringProperty amendment = new SimpleStringProperty("");
    private final BooleanProperty amendmentShown = new SimpleBooleanProperty();
    private Runnable again = () -> {};
    private Runnable showAll = () -> {};

    /** Whether students see the results at once. */
    public enum Showing {
        HELD, VISIBLE
    }

    /**
     * The record services that a batch may be handed back to.
     *
     * @param services   creates the clients
     * @param other      the address of one that is offered if the batch's own does not answer; may be empty
     * @param otherToken its token: what is typed for the batch's service is sent to no other
     */
    public record Records(RecordServices services, String other, String otherToken) {
        @Override
        public String toString() {
            return "Records[" + other + "]"; // never the token
        }
    }

    /**
     * Hands an open batch back.
     *
     * @param dictionary for the language that the marker writes in
     * @throws Problem if the batch's origin cannot be read
     */
    public HandBackModel(Workspace workspace, Background background, Clock clock, Dictionary dictionary,
            Records records) throws Problem {
        this.dictionary = dictionary;
        this.records = records;
        this.record = new RecordModel(workspace, background, records, () -> origin, trouble, message);
        this.workspace = workspace;
        this.background = background;
        this.clock = clock;
        this.origin = Origin.read(workspace.folder().origin());
        profile.set(Profile.stored(workspace.folder().profile()));
    }

    /** What students are handed; a change is stored with the batch. */
    ReadOnlyObjectProperty<Profile> profileProperty() {
        return profile;
    }

    void choose(Profile other) {
        profile.set(other);
        try {
            other.write(workspace.folder().profile());
        } catch (IOException e) {
            LOG.info("What students are handed could not be kept");
            trouble.set(UiText.of("HandBack.profileNotKept"));
        }
    }

    /** Why results that were handed back before are changed; blank for no reason. */
    StringProperty amendmentProperty() {
        return amendment;
    }

    /** True if students read the reason. */
    BooleanProperty amendmentShownProperty() {
        return amendmentShown;
    }

    /** True to remove scripts and launch actions from the marked copies. */
    BooleanProperty plainProperty() {
        return plain;
    }

    private HandingBack handingBack() {
        return new HandingBack(workspace, clock, choices());
    }

    /** The present options. */
    Choices choices() {
        Choices choices = new Choices(UiText.of("HandBack.author"), plain.get(), profile.get(), accepted)
                .resolving(resolutions);
        String why = amendment.get().strip();
        return why.isEmpty() ? choices : choices.amending(new Amendment(why, amendmentShown.get()));
    }

    Dictionary dictionary() {
        return dictionary;
    }

    Clock clock() {
        return clock;
    }

    /** True if a document that is handed back contains scripts or launch actions. */
    boolean hasActiveContent() {
        return workspace.batch()
                .submissions()
                .stream()
                .flatMap(s -> s.documents().stream())
                .anyMatch(d -> d.pages().has(Pages.Trait.ACTIVE));
    }

    /** What the record is asked and told besides the work. */
    RecordModel record() {
        return record;
    }

    Batch batch() {
        return workspace.batch();
    }

    Workspace workspace() {
        return workspace;
    }

    Origin origin() {
        return origin;
    }

    Background background() {
        return background;
    }

    /** The outcome for each student in the last hand-back. */
    ObjectProperty<List<Outcome>> outcomesProperty() {
        return outcomes;
    }

    public StringProperty troubleProperty() {
        return trouble;
    }

    /** The result of the last hand-back, as text. */
    public StringProperty messageProperty() {
        return message;
    }

    String name(StudentKey student) {
        return workspace.batch().listedName(student);
    }

    /**
     * Sends students' submissions to the record, then shows or hides the results; if something was not sent, they stay
     * hidden.
     */
    void toRecord(String address, String token, Showing showing, List<StudentKey> students) {
        again = () -> toRecord(address, token, showing, students);
        showAll = () -> showAll(address, token, arrived());
        begin();
        HandingBack work = handingBack();
        background.start(progress -> holding(() -> {
            RecordClient client = reached(address, token);
            boolean holds = client.abilities().contains(Ability.VISIBILITY);
            if (holds && showing == Showing.HELD) {
                client.makeVisible(origin.task(), students, false);
            }
            Report report = work.toRecord(client, origin.task(), students, progress);
            if (holds && showing == Showing.VISIBLE && report.isWhole()) {
                client.makeVisible(origin.task(), students, true);
            }
            movedTo(address);
            return record.withAnswers(report, client, progress);
        }), report -> finish(report, where(report, showing)), why -> {
            trouble.set(why);
            elsewhere.set(answering);
        });
    }

    /** The service, once it has confirmed that it has the task. If none answers, the other one may have it. */
    private RecordClient reached(String address, String token) throws Problem {
        RecordClient client = record.connect(address, token);
        try {
            client.task(origin.task());
            return client;
        } catch (RecordClient.Unreachable e) {
            answering = !records.other().equals(address) && otherHasTask() ? records.other() : "";
            throw e;
        }
    }

    private boolean otherHasTask() {
        try {
            return !records.other().isEmpty()
                    && record.connect(records.other(), records.otherToken()).task(origin.task()) != null;
        } catch (Problem e) {
            return false;
        }
    }

    /** The batch is handed back to where it was handed back before. */
    private void movedTo(String address) {
        if (!address.equals(origin.address())) {
            Origin moved = new Origin(address, origin.task());
            try {
                moved.write(workspace.folder().origin());
                origin = moved;
            } catch (IOException e) {
                LOG.info("A batch's new address could not be kept");
            }
        }
    }

    /** The address of a service that has the task while the one that was tried does not answer; else empty. */
    ReadOnlyStringProperty elsewhereProperty() {
        return elsewhere.getReadOnlyProperty();
    }

    private String where(Report report, Showing showing) {
        boolean visible = showing == Showing.VISIBLE;
        mayShow.set(visible && !report.isWhole());
        return UiText
                .of(!visible ? "HandBack.nowHeld" : report.isWhole() ? "HandBack.nowVisible" : "HandBack.notVisible");
    }

    /** True if results were to be made visible and were not, since something was not sent. */
    ReadOnlyBooleanProperty canShowProperty() {
        return mayShow.getReadOnlyProperty();
    }

    /** Makes the results visible although something was not sent. */
    void showAll() {
        showAll.run();
    }

    /** The students whose work the record has since the last hand-back. */
    private List<StudentKey> arrived() {
        return outcomes.get()
                .stream()
                .filter(Outcome::hasArrived)
                .map(Outcome::student)
                .toList();
    }

    private void showAll(String address, String token, List<StudentKey> students) {
        trouble.set("");
        background.start(_ -> {
            record.connect(address, token).makeVisible(origin.task(), students, true);
            return true;
        }, _ -> {
            mayShow.set(false);
            message.set(UiText.of("HandBack.nowVisible"));
        }, trouble::set);
    }

    /** Writes the class as a table. */
    void writeReport(Path file) {
        trouble.set("");
        background.start(_ -> {
            ReportFile.write(ClassReport.of(workspace.batch()), file);
            return file;
        }, written -> message.set(UiText.of("HandBack.reportWritten", written)), trouble::set);
    }

    /** Accepts what was asked about a student, and hands back again; what is there already is not resent. */
    void accept(Outcome.Asked asked) {
        Set<Outcome.Doubt> all = new HashSet<>(accepted.getOrDefault(asked.student(), Set.of()));
        all.add(asked.doubt());
        accepted.put(asked.student(), all);
        again.run();
    }

    /** Decides about a record that somebody else has changed, and hands back again. */
    void resolve(StudentKey student, Resolution resolution) {
        resolutions.put(student, resolution);
        again.run();
    }

    /** Writes students' submissions and the grade sheet into a folder. */
    void toFolder(Path folder, List<StudentKey> students) {
        again = () -> toFolder(folder, students);
        begin();
        HandingBack work = handingBack();
        background.start(progress -> holding(() -> work.toFolder(folder, students, progress)),
                report -> finish(report, UiText.of("HandBack.nowInFolder", folder)), trouble::set);
    }

    private interface Holding {
        Report run() throws Problem;
    }

    /** The batch stays open until the work is done, wherever the marker goes meanwhile. */
    private Report holding(Holding work) throws Problem {
        try (Workspace.Hold _ = workspace.hold()) {
            return work.run();
        } catch (EditRefused e) {
            throw new Problem(e.asMessage(), e);
        }
    }

    private void begin() {
        trouble.set("");
        elsewhere.set("");
        answering = "";
        message.set("");
        mayShow.set(false);
        outcomes.set(List.of());
    }

    private void finish(Report report, String where) {
        List<Outcome> all = report.outcomes();
        long done = all.stream().filter(o -> o instanceof Outcome.Done).count();
        long there = all.stream().filter(o -> o instanceof Outcome.AlreadyThere).count();
        outcomes.set(all);
        if (report.isWhole()) { // the next change has a reason of its own
            amendment.set("");
            amendmentShown.set(false);
        }
        message.set(UiText.of("HandBack.result", done, there, all.size() - done - there) + " " + where
                + report.notes().stream().map(n -> " " + n.text()).collect(Collectors.joining()));
    }
}
