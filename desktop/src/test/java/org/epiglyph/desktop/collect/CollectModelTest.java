package org.epiglyph.desktop.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.recordoffice.RecordOffice;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

@ExtendWith(ApplicationExtension.class)
class CollectModelTest {
    @TempDir
    private Path folder;
    private Path shelf;
    private RecordOffice office;
    private CollectModel model;

    @BeforeEach
    void open() throws Exception {
        shelf = folder.resolve("shelf");
        DemoWorld.make(folder.resolve("office"), shelf);
        office = RecordOffice.start(folder.resolve("office"), 0, Clock.systemUTC());
        model = new CollectModel(shelf, new Background(), Optional.empty());
    }

    @AfterEach
    void close() {
        model.close();
        office.close();
    }

    private void act(Runnable act) throws Exception {
        WaitForAsyncUtils.asyncFx(act).get(10, TimeUnit.SECONDS);
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> !model.background().busyProperty().get());
        WaitForAsyncUtils.waitForFxEvents();
    }

    private void readTheTask() throws Exception {
        String token = Files.readString(folder.resolve("office/token"));
        act(() -> model.connect(office.address(), token));
        act(() -> model.readTask(model.tasks().getFirst()));
    }

    @Test
    void schemeAndPhrasebookOfTheSameNameAreChosenAndTheNameIsFree() throws Exception {
        Files.createDirectories(shelf.resolve("Tidal heights workbook"));
        readTheTask();
        assertThat(model.schemeProperty().get()).hasFileName("Tidal heights workbook.csv");
        assertThat(model.phrasebookProperty().get()).hasFileName("Tides and Passage Planning.csv");
        assertThat(model.nameProperty().get()).isEqualTo("Tidal heights workbook 2");
        assertThat(model.planProperty().get().nothingFrom()).hasSize(2);
    }

    @Test
    void theBatchIsMadeAndCanBeOpened() throws Exception {
        readTheTask();
        CompletableFuture<Path> made = new CompletableFuture<>();
        act(() -> model.make(made::complete));
        Path batch = made.get(20, TimeUnit.SECONDS);
        assertThat(Workspace.peek(batch).scheme().criteria()).hasSize(5);
        assertThat(Workspace.peek(batch).phrasebook().phrases()).hasSize(15);
        assertThat(model.planProperty().get()).isNull();
    }

    @Test
    void aNameThatIsNoneIsRefusedAndNothingIsMade() throws Exception {
        readTheTask();
        for (String name : new String[]{"", "a/b", "..", "what?"}) {
            model.nameProperty().set(name);
            act(() -> model.make(_ -> {}));
            assertThat(model.troubleProperty().get()).as(name).startsWith("The batch needs a name");
        }
        try (Stream<Path> all = Files.list(shelf)) {
            assertThat(all.filter(p -> Files.exists(p.resolve("batch.sqlite")))).isEmpty();
        }
    }

    @Test
    void aFaultInTheSchemeNamesItsLine() throws Exception {
        readTheTask();
        model.schemeProperty().set(Files.writeString(folder.resolve("bad.csv"), "criterion,maximum\nMethod,eight\n"));
        act(() -> model.make(_ -> {}));
        assertThat(model.troubleProperty().get())
                .isEqualTo("bad.csv, line 2: 'eight' under 'maximum' is no number. Mend that line.");
    }

    @Test
    void aWrongTokenAndAMissingSheetAreSaid() throws Exception {
        act(() -> model.connect(office.address(), "guess"));
        assertThat(model.troubleProperty().get()).contains("does not accept the token");
        act(() -> {
            model.addPlaces(java.util.List.of(folder));
            model.readFiles(folder.resolve("none.csv").toString(), "Class", "", "");
        });
        assertThat(model.troubleProperty().get()).contains("none.csv cannot be read");
        assertThat(model.planProperty().get()).isNull();
    }
}
