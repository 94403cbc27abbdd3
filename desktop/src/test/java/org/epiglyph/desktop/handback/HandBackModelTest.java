package org.epiglyph.desktop.handback;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.epiglyph.carrier.Origin;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.lookover.Dictionary;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.desktop.DemoOffice;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

@ExtendWith(ApplicationExtension.class)
class HandBackModelTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    @TempDir
    private Path folder;
    private DemoOffice office;
    private String address;
    private String token;
    private Workspace workspace;
    private HandBackModel model;

    @BeforeEach
    void open() throws Exception {
        office = DemoOffice.open(folder);
        address = office.address();
        token = office.token();
        Path batch = folder.resolve("batch");
        DemoOffice.collect(office.client(), batch);
        workspace = Workspace.open(batch, Clock.systemUTC());
        PageMaking.all(workspace, Progress.NONE);
        workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("29.5"))));
        workspace.edit(new Edit.Seal(ADA));
        model = new HandBackModel(workspace, new Background(), Clock.systemUTC(), Dictionary.NONE,
                new HandBackModel.Records(RecordServices.installed(), address, token));
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
        office.close();
    }

    private void toRecord(String with, HandBackModel.Showing showing) throws Exception {
        WaitForAsyncUtils.asyncFx(() -> model.toRecord(address, with, showing, List.of(ADA))).get(10, TimeUnit.SECONDS);
        settled();
    }

    private boolean isBack() {
        return workspace.batch().submission(ADA).handedBack();
    }

    @Test
    void holdsResultsUntilTheyAreMadeVisible() throws Exception {
        toRecord(token, HandBackModel.Showing.HELD);
        assertThat(model.messageProperty().get()).isEqualTo(
                "1 handed back. The results are held: students see nothing yet.");
        assertThat(folder.resolve("office/tasks/" + DemoWorld.TASK + "/records/K-4401/visible")).doesNotExist();
        assertThat(isBack()).isTrue();
        toRecord(token, HandBackModel.Showing.VISIBLE);
        assertThat(model.messageProperty().get()).startsWith("0 handed back, 1 already there");
        assertThat(model.outcomesProperty().get()).singleElement().isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(folder.resolve("office/tasks/" + DemoWorld.TASK + "/records/K-4401/visible")).exists();
    }

    @Test
    void releasesResultsLaterAndReportsWhoOpenedThem() throws Exception {
        ask();
        assertThat(model.record().seenProperty().get().get(ADA).there()).as("nothing was sent yet").isFalse();
        toRecord(token, HandBackModel.Showing.HELD);
        ask();
        assertThat(model.record().seenProperty().get())
                .isEqualTo(Map.of(ADA, new RecordModel.Seen(true, false, Optional.empty())));
        WaitForAsyncUtils.asyncFx(() -> model.record().show(address, token, List.of(ADA), true))
                .get(10, TimeUnit.SECONDS);
        settled();
        assertThat(model.messageProperty().get()).isEqualTo("1 result is visible now; nothing was sent again.");
        assertThat(model.record().seenProperty().get())
                .isEqualTo(Map.of(ADA, new RecordModel.Seen(true, true, Optional.empty())));
        HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(address + "/students/K-4401")).build(),
                        HttpResponse.BodyHandlers.discarding());
        ask();
        assertThat(model.record().seenProperty().get().get(ADA).opened()).isPresent();
        assertThat(workspace.batch().submission(ADA).receipts()).as("sent once").hasSize(1);
        assertThat(workspace.batch().submission(ADA).opened()).as("kept with the batch")
                .isEqualTo(model.record().seenProperty().get().get(ADA).opened());
        long lines = workspace.lines().size();
        ask();
        assertThat(workspace.lines()).as("what is known already is not learnt again").hasSize((int) lines);
    }

    private void ask() throws Exception {
        WaitForAsyncUtils.asyncFx(() -> model.record().queryOpened(address, token, List.of(ADA)))
                .get(10, TimeUnit.SECONDS);
        settled();
    }

    private void settled() throws Exception {
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> !model.background().busyProperty().get());
        WaitForAsyncUtils.waitForFxEvents();
    }

    @Test
    void explainsAWrongTokenAndCountsNothingAsHandedBack() throws Exception {
        toRecord("guess", HandBackModel.Showing.HELD);
        assertThat(model.troubleProperty().get()).contains("does not accept the token");
        assertThat(isBack()).isFalse();
    }

    @Test
    void explainsAnUnreachableServiceAndChangesNothing() throws Exception {
        office.close();
        toRecord(token, HandBackModel.Showing.HELD);
        assertThat(model.troubleProperty().get()).contains("does not answer");
        assertThat(workspace.batch().submission(ADA).receipt()).isEmpty();
    }

    /** The office was restarted on another port: it is suggested, and the batch remembers it. */
    @Test
    void offersAndRemembersAServicesNewAddress() throws Exception {
        String there = address;
        address = "http://127.0.0.1:1";
        toRecord("for-another-service", HandBackModel.Showing.VISIBLE); // would be refused at the wrong service
        assertThat(model.troubleProperty().get()).contains("does not answer");
        assertThat(model.outcomesProperty().get()).isEmpty();
        assertThat(model.elsewhereProperty().get()).isEqualTo(there);
        new Origin("http://127.0.0.1:1", DemoWorld.TASK).write(workspace.folder().origin());
        model = new HandBackModel(workspace, new Background(), Clock.systemUTC(), Dictionary.NONE,
                new HandBackModel.Records(RecordServices.installed(), there, token));
        address = there;
        toRecord(token, HandBackModel.Showing.VISIBLE);
        assertThat(model.elsewhereProperty().get()).isEmpty();
        assertThat(isBack()).isTrue();
        assertThat(Origin.read(workspace.folder().origin())).isEqualTo(new Origin(there, DemoWorld.TASK));
    }

    @Test
    void writesTheZipAndTheSheetToAFolder() throws Exception {
        Path out = folder.resolve("out");
        WaitForAsyncUtils.asyncFx(() -> model.toFolder(out, List.of(ADA))).get(10, TimeUnit.SECONDS);
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> !model.messageProperty().get().isEmpty());
        assertThat(out.resolve("handed-back.zip")).exists();
        assertThat(Files.readString(out.resolve("grade-sheet.csv")))
                .contains("K-4401,Adaeze,Lindqvist-Moreau,Section A,submitted,2026-03-13T13:00Z,29.5,32,");
        assertThat(out.resolve("handed-back.zip.part")).doesNotExist();
    }
}
