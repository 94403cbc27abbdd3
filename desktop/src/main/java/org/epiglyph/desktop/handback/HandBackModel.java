package org.epiglyph.desktop.handback;

import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.feedback.LookOver;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.exchange.record.HttpRecordClient;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.workspace.Workspace;

/** Handing back without any node: what is unfinished, the way chosen, and what became of each student. */
public final class HandBackModel {
    private final Workspace workspace;
    private final Background background;
    private final Clock clock;
    private final BooleanProperty plain = new SimpleBooleanProperty();
    private final Origin origin;
    private final ObjectProperty<List<Outcome>> outcomes = new SimpleObjectProperty<>(List.of());
    private final StringProperty trouble = new SimpleStringProperty("");
    private final StringProperty said = new SimpleStringProperty("");

    /** Whether students see the results at once. */
    public enum Showing {
        HELD, VISIBLE
    }

    public HandBackModel(Workspace workspace, Background background, Clock clock) throws Problem {
        this.workspace = workspace;
        this.background = background;
        this.clock = clock;
        this.origin = Origin.read(workspace.folder().origin());
    }

    /** True where scripts and what starts programs shall be taken out of the marked copies. */
    BooleanProperty plainProperty() {
        return plain;
    }

    private HandingBack handingBack() {
        return new HandingBack(workspace, clock, Words.of("HandBack.author"), plain.get());
    }

    /** True where a document that goes back contains scripts or starts programs. */
    boolean hasActiveContent() {
        return workspace.batch()
                .submissions()
                .stream()
                .flatMap(s -> s.documents().stream())
                .anyMatch(d -> d.pages() instanceof Pages.Ready ready && ready.note().contains(Pages.ACTIVE));
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

    /** What became of each student in the last hand-back. */
    ObjectProperty<List<Outcome>> outcomesProperty() {
        return outcomes;
    }

    StringProperty troubleProperty() {
        return trouble;
    }

    /** What the last hand-back came to, in words. */
    StringProperty saidProperty() {
        return said;
    }

    List<LookOver.Finding> findings() {
        return LookOver.findings(workspace.batch());
    }

    List<StudentKey> sealed() {
        return handingBack().sealed();
    }

    /** How many of the sealed ones the record has as they are now. */
    long alreadyBack() {
        return workspace.batch()
                .submissions()
                .stream()
                .filter(s -> s.stage(workspace.batch().scheme()) == Stage.HANDED_BACK)
                .count();
    }

    String name(StudentKey student) {
        return workspace.batch().submission(student).student().name();
    }

    /** Sends all sealed submissions to the record, then shows or holds them. */
    void toRecord(String address, String token, Showing showing) {
        begin();
        background.start(progress -> {
            RecordClient client = HttpRecordClient.at(address, token);
            if (showing == Showing.HELD) {
                client.makeVisible(origin.task(), false);
            }
            List<Outcome> all = handingBack().toRecord(client, origin.task(), progress);
            if (showing == Showing.VISIBLE) {
                client.makeVisible(origin.task(), true);
            }
            return all;
        }, all -> finish(all, Words.of(showing == Showing.VISIBLE ? "HandBack.nowVisible" : "HandBack.nowHeld")),
                trouble::set);
    }

    /** Writes all sealed submissions and the grade sheet into a folder. */
    void toFolder(Path folder) {
        begin();
        background.start(progress -> handingBack().toFolder(folder, progress),
                all -> finish(all, Words.of("HandBack.nowInFolder", folder)), trouble::set);
    }

    private void begin() {
        trouble.set("");
        said.set("");
        outcomes.set(List.of());
    }

    private void finish(List<Outcome> all, String where) {
        long done = all.stream().filter(o -> o instanceof Outcome.Done).count();
        long there = all.stream().filter(o -> o instanceof Outcome.AlreadyThere).count();
        long failed = all.stream().filter(o -> o instanceof Outcome.Failed).count();
        outcomes.set(all);
        said.set(Words.of("HandBack.result", done, there, failed) + " " + where);
    }
}
