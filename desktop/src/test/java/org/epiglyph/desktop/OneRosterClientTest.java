package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The second protocol, tested with the record office. Paths and fields are from memory. */
class OneRosterClientTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    @TempDir
    private Path folder;
    private DemoOffice office;
    private RecordClient client;
    private RecordClient own;

    @BeforeEach
    void start() throws Exception {
        office = DemoOffice.open(folder);
        String token = office.token();
        client = RecordServices.installed().connect(office.address() + "/ims/oneroster", token);
        own = office.client();
    }

    @AfterEach
    void stop() {
        office.close();
    }

    private RecordClient.Parcel parcel(String score, String digest, String tag) {
        return new RecordClient.Parcel(ADA, Optional.of(new BigDecimal(score)), "Good – Ω.", List.of(),
                digest.repeat(32), tag, Optional.empty());
    }

    @Test
    void readsTheClassWithItsAddresses() throws Exception {
        assertThat(client.tasks()).extracting(t -> t.id()).contains(DemoWorld.TASK);
        assertThat(client.task(DemoWorld.TASK).title()).isEqualTo(own.task(DemoWorld.TASK).title());
        assertThat(client.roster(DemoWorld.TASK).students()).hasSize(26)
                .first()
                .satisfies(s -> assertThat(s.mail()).isEqualTo("k-4401@students.kestrelpoint.example"));
    }

    @Test
    void deliversAResultOnceAndNeverOverwritesAnother() throws Exception {
        assertThat(client.held(DemoWorld.TASK, ADA).receipt()).isEmpty();
        var receipt = client.handBack(DemoWorld.TASK, parcel("29.5", "ab", ""));
        assertThat(client.handBack(DemoWorld.TASK, parcel("29.5", "ab", ""))).isEqualTo(receipt);
        assertThat(own.held(DemoWorld.TASK, ADA).score().orElseThrow()).isEqualByComparingTo("29.5");
        assertThat(own.held(DemoWorld.TASK, ADA).comment()).isEqualTo("Good – Ω.");
        assertThat(own.held(DemoWorld.TASK, ADA).tag()).as("delivered once").isEqualTo("\"v1\"");
        own.handBack(DemoWorld.TASK, parcel("31", "cd", "\"v1\""));
        assertThatThrownBy(() -> client.handBack(DemoWorld.TASK, parcel("30", "ef", receipt.tag())))
                .isInstanceOf(RecordClient.Conflict.class);
        assertThat(own.held(DemoWorld.TASK, ADA).score().orElseThrow()).isEqualByComparingTo("31");
    }

    @Test
    void explainsWhatItCannotDo() {
        assertThatThrownBy(() -> client.makeVisible(DemoWorld.TASK, ADA, false)).hasMessageContaining("cannot hold it");
    }

    @Test
    void collectsScoresAndReturnsABatchWithoutFiles() throws Exception {
        Path batch = folder.resolve("batch");
        DemoOffice.collect(client, batch);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("21"))));
            workspace.edit(new Edit.Seal(ADA));
            assertThat(new HandingBack(workspace, Clock.systemUTC(), new Choices("Marker", false, Map.of()))
                    .toRecord(client, DemoWorld.TASK, Progress.NONE)
                    .outcomes()).singleElement().isInstanceOf(Outcome.Done.class);
            assertThat(workspace.batch().submission(ADA).receipt().orElseThrow().sent()).isEqualTo("score 21");
        }
        assertThat(own.held(DemoWorld.TASK, ADA).score().orElseThrow()).isEqualByComparingTo("21");
    }
}
