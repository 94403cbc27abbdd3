package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.exchange.record.Amendment;
import org.epiglyph.exchange.record.HeldRecord;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What is sent to a record, what is assumed to be there, and what the marker is asked first. */
class HandingBackTest extends RecordFixture {
    @BeforeEach
    void holdNothing() {
        held = NOTHING;
    }

    private void pages(Pages pages) {
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.MakePages(ADA, "d1", pages));
        workspace.edit(new Edit.Seal(ADA));
    }

    @Test
    void sendsTheMarkedFileWithTheScoreAndRecordsAReceipt() throws Exception {
        List<String> heard = new ArrayList<>();
        Report report = new HandingBack(workspace, CLOCK, choices()).toRecord(client, "t",
                (text, done, total) -> heard.add(text + " " + done + "/" + total));
        assertThat(heard).contains("Ada Example 0/1");
        assertThat(report.isWhole()).isTrue();
        assertThat(sent.getFirst().files()).extracting(p -> p.getFileName().toString())
                .containsExactly("K-1_work_marked.pdf");
        assertThat(sent.getFirst().feedback()).contains("A careful plan.");
        assertThat(workspace.batch().submission(ADA).receipt().orElseThrow().sent())
                .isEqualTo("K-1_work_marked.pdf; score 7");
    }

    @Test
    void makesMissingPagesFirst() throws Exception {
        pages(new Pages.Awaited());
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getFirst().files()).hasSize(1);
        pages(new Pages.Awaited());
        new HandingBack(workspace, CLOCK, choices()).toFolder(folder.resolve("out"), Progress.NONE);
        assertThat(workspace.batch().submission(ADA).documents().getFirst().pages()).isInstanceOf(Pages.Ready.class);
    }

    @Test
    void resendsRevertedWorkWhereverTheRecordMayDiffer() throws Exception {
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        rewrite("Another word.");
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        assertThat(handBack(choices())).isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(sent).hasSize(2);
        silent = true;
        rewrite("A third word.");
        assertThat(handBack(choices())).as("no answer came").isInstanceOf(Outcome.Failed.class);
        silent = false;
        rewrite("Another word.");
        assertThat(handBack(choices())).as("the record has the third").isInstanceOf(Outcome.Done.class);
        assertThat(held.comment()).contains("Another word.");
    }

    @Test
    void recordsAnExistingDeliveryAgainAfterReopening() throws Exception {
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.Seal(ADA));
        assertThat(workspace.batch().submission(ADA).handedBack()).isFalse();
        long lines = workspace.lines().size();
        assertThat(handBack(choices())).isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(workspace.batch().submission(ADA).handedBack()).isTrue();
        assertThat(handBack(choices())).isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(workspace.lines()).as("and noted once").hasSize((int) lines + 1);
        assertThat(sent).hasSize(1);
    }

    @Test
    void aReceiptIsSpecificToItsDestination() throws Exception {
        workspace.edit(new Edit.RecordReceipt(ADA, Optional.of(new Receipt("R-3", CLOCK.instant(), "00", "v3"))));
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().knownTag()).as("the batch is of files, so it speaks of another service").isEmpty();
        held = new HeldRecord("v3", "R-3", "", Optional.empty(), Optional.empty(), "", false, Optional.empty());
        new Origin(ADDRESS, "u").write(workspace.folder().origin());
        new HandingBack(workspace, CLOCK, choices()).toRecord(client, "u", Progress.NONE);
        assertThat(sent.getLast().knownTag()).as("where the batch came from").isEqualTo("v3");
        assertThat(HandingBack.receipted(workspace.batch(), ADA, choices())).containsExactlyInAnyOrder(
                Destination.record(ADDRESS, "t"), Destination.record(ADDRESS, "u"));
    }

    @Test
    void recognisesItsOwnDeliveryByTheReceiptWithoutTheSentLog() throws Exception {
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        Files.delete(workspace.folder().root().resolve("sent.jsonl"));
        rewrite("Another word.");
        held = new HeldRecord("v12", "R-8", held.digest(), held.score(), held.at(), held.comment(), true,
                Optional.empty());
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        assertThat(sent.getLast().knownTag()).isEqualTo("v12");
    }

    @Test
    void sendsAChangedOriginalOnlyIfTheMarkerAccepts() throws Exception {
        Path original = workspace.folder().original(workspace.batch().submission(ADA).documents().getFirst());
        assertThat(original.toFile().setWritable(true)).isTrue();
        Files.write(original, "\n% one byte more\n".getBytes(), StandardOpenOption.APPEND);
        assertThat(handBack(choices())).isInstanceOfSatisfying(Outcome.Asked.class, a -> {
            assertThat(a.doubt()).isEqualTo(Outcome.Doubt.ORIGINAL_CHANGED);
            assertThat(a.why().text()).contains("K-1_work.pdf");
        });
        workspace
                .edit(new Edit.AcceptFinding(ADA, DiskLook.originalsChanged(ADA, List.of("another.pdf")).accepted("")));
        assertThat(handBack(choices())).as("something else was accepted").isInstanceOf(Outcome.Asked.class);
        workspace.edit(
                new Edit.AcceptFinding(ADA, DiskLook.originalsChanged(ADA, List.of("K-1_work.pdf")).accepted("")));
        assertThat(handBack(choices())).isInstanceOf(Outcome.Done.class);
        rewrite("Another word.");
        assertThat(handBack(new Choices("Marker", false, Profile.USUAL,
                Map.of(ADA, Set.of(Outcome.Doubt.ORIGINAL_CHANGED))))).isInstanceOf(Outcome.Done.class);
    }

    @Test
    void recordsBothWithoutATimeIfTheRecordGivesNone() throws Exception {
        held = new HeldRecord("v7", "R-7", "", Optional.of(BigDecimal.valueOf(5)), Optional.empty(), " ", true,
                Optional.empty());
        Choices both = choices().resolving(Map.of(ADA, new Resolution(Resolution.Way.BOTH, "v7")));
        assertThat(handBack(both)).isInstanceOf(Outcome.Done.class);
        String note = sent.getLast().amendment().orElseThrow().reason();
        assertThat(note).isEqualTo("Before, the record held 5.");
        rewrite("Another word.");
        held = new HeldRecord("v9", "R-9", "", Optional.empty(), Optional.empty(), "Theirs.", true, Optional.empty());
        handBack(choices().amending(new Amendment("A slip of mine.", false))
                .resolving(Map.of(ADA, new Resolution(Resolution.Way.BOTH, "v9"))));
        assertThat(sent.getLast().amendment()).contains(
                new Amendment("A slip of mine. Before, the record held no score: Theirs.", false));
    }

    @Test
    void oneFailureStopsNobodyElseAndCancellingStopsAll() {
        assertThat(HandingBack.one(ADA, () -> {
            throw new IllegalStateException();
        })).isInstanceOfSatisfying(Outcome.Failed.class, f -> assertThat(f.student()).isEqualTo(ADA));
        assertThat(HandingBack.one(ADA, () -> {
            throw new EditRefused(Message.literal("No."));
        })).isInstanceOfSatisfying(Outcome.Failed.class, f -> assertThat(f.why().text()).contains("No."));
        assertThat(HandingBack.one(ADA, () -> {
            throw new Problem("A sentence.");
        })).isEqualTo(new Outcome.Failed(ADA, Message.literal("A sentence.")));
        assertThatThrownBy(() -> HandingBack.one(ADA, () -> {
            throw new CancellationException();
        })).isInstanceOf(CancellationException.class);
    }

    @Test
    void aReportIsCompleteWhenEverythingArrivedOrWasAccepted() {
        Receipt receipt = new Receipt("R", CLOCK.instant(), "00", "");
        List<Outcome> whole = List.of(new Outcome.Done(ADA, receipt, List.of()), new Outcome.AlreadyThere(ADA, receipt),
                new Outcome.TheirsStand(ADA, held, BigDecimal.ONE, ""));
        assertThat(new Report(whole, List.of()).isWhole()).isTrue();
        for (Outcome other : List.of(new Outcome.Done(ADA, receipt, List.of(Message.literal("d1"))),
                new Outcome.Failed(ADA, Message.literal("")),
                new Outcome.Asked(ADA, Outcome.Doubt.CERTIFIED, Message.literal("")),
                new Outcome.Differs(ADA, held, BigDecimal.ONE, ""))) {
            List<Outcome> all = new ArrayList<>(whole);
            all.add(other);
            assertThat(new Report(all, List.of()).isWhole()).as(other.toString()).isFalse();
        }
    }
}
