package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.epiglyph.carrier.AnswerExchange;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A student's answer in the record after a hand-back, and the reply to it. */
class AnswerExchangeTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    @TempDir
    private Path folder;
    private Path batch;
    private DemoOffice office;
    private RecordClient client;

    @BeforeEach
    void handBack() throws Exception {
        office = DemoOffice.open(folder);
        client = office.client();
        batch = folder.resolve("batch");
        DemoOffice.collect(client, batch);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("21"))));
            workspace.edit(new Edit.Seal(ADA));
            new HandingBack(workspace, Clock.systemUTC(), new Choices("Marker", false)).toRecord(client,
                    DemoWorld.TASK, Progress.NONE);
        }
        client.makeVisible(DemoWorld.TASK, ADA, true);
        write("Why not 22?");
    }

    @AfterEach
    void stop() {
        office.close();
    }

    private void write(String text) throws Exception {
        HttpRequest request = HttpRequest
                .newBuilder(URI.create(office.address() + "/students/" + ADA + "/tasks/" + DemoWorld.TASK + "/answers"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("words=" + URLEncoder.encode(text, StandardCharsets.UTF_8)))
                .build();
        assertThat(HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.discarding()).statusCode())
                .isEqualTo(302);
    }

    private AnswerExchange.Came exchange(Workspace workspace) throws Exception {
        return new AnswerExchange(workspace, client, DemoWorld.TASK).run(Progress.NONE);
    }

    private static Answer answer(Workspace workspace) {
        return workspace.batch().submission(ADA).correspondence().answers().getFirst();
    }

    @Test
    void receivesAnAnswerWhenCollectingAgainAndSendsTheReplyOnce() throws Exception {
        try (CollectPlan plan = Planning.fromRecord(client, DemoWorld.TASK, Optional.of(batch), Progress.NONE);
                Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            Collecting.into(plan, workspace, Progress.NONE);
            assertThat(answer(workspace).text()).isEqualTo("Why not 22?");
            assertThat(workspace.batch().submission(ADA).handedBack()).as("an answer opens nothing").isTrue();
            workspace.edit(new Edit.Reply(ADA, answer(workspace).id(), "Look at page 2."));
            assertThat(exchange(workspace)).isEqualTo(new AnswerExchange.Came(0, 1, List.of()));
            assertThat(answer(workspace).replied()).isTrue();
            assertThat(exchange(workspace)).as("nothing twice").isEqualTo(AnswerExchange.Came.NOTHING);
        }
        String page = new String(URI.create(office.address() + "/students/" + ADA).toURL().openStream().readAllBytes(),
                StandardCharsets.UTF_8);
        assertThat(page).contains("Why not 22?", "Look at page 2.");
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(answer(workspace).reply()).as("it is kept").isEqualTo("Look at page 2.");
        }
    }

    @Test
    void anUnsentReplyIsNeitherLostNorOverwritesAnother() throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(exchange(workspace).came()).isEqualTo(1);
            workspace.edit(new Edit.Reply(ADA, answer(workspace).id(), "Mine."));
            client.reply(DemoWorld.TASK, answer(workspace).id(), "A colleague's.");
            assertThat(exchange(workspace).kept()).containsExactly(ADA);
            assertThat(answer(workspace).reply()).isEqualTo("Mine.");
            assertThat(client.answers(DemoWorld.TASK).getFirst().answer().reply()).isEqualTo("A colleague's.");
            write("And one more thing.");
            assertThat(exchange(workspace).came()).isEqualTo(1);
        }
    }
}
