package org.epiglyph.desktop.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.desktop.DemoCopy;
import org.epiglyph.desktop.DemoOffice;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.exchange.sheet.SheetRoles;
import org.epiglyph.workspace.Glance;
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
    private DemoOffice office;
    private CollectModel model;

    @BeforeEach
    void open() throws Exception {
        shelf = folder.resolve("shelf");
        office = DemoOffice.open(folder);
        model = new CollectModel(shelf, new Background(), RecordServices.installed(), Optional.empty());
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
        String token = office.token();
        act(() -> model.connect(office.address(), token));
        act(() -> model.readTask(model.tasks().getFirst()));
    }

    @Test
    void suggestsSchemeAndPhrasebookOfTheSameNameAndAFreeName() throws Exception {
        Files.createDirectories(shelf.resolve("Tidal heights workbook"));
        readTheTask();
        assertThat(model.schemeProperty().get()).hasFileName("Tidal heights workbook.csv");
        assertThat(model.phrasebookProperty().get()).hasFileName("Tides and Passage Planning.csv");
        assertThat(model.nameProperty().get()).isEqualTo("Tidal heights workbook 2");
        assertThat(model.planProperty().get().withoutFiles()).hasSize(2);
    }

    @Test
    void createsTheBatchAndOpensIt() throws Exception {
        readTheTask();
        CompletableFuture<Path> made = new CompletableFuture<>();
        act(() -> model.make(made::complete));
        Path batch = made.get(20, TimeUnit.SECONDS);
        assertThat(Glance.at(batch).batch().scheme().criteria()).hasSize(8);
        assertThat(Glance.at(batch).batch().phrasebook().phrases()).hasSize(17);
        assertThat(model.planProperty().get()).isNull();
    }

    @Test
    void refusesAnInvalidName() throws Exception {
        readTheTask();
        for (String name : new String[]{"", "a/b", "..", "what?"}) {
            model.nameProperty().set(name);
            act(() -> model.make(_ -> {}));
            assertThat(model.troubleProperty().get()).as(name).startsWith("Give the batch a name");
        }
        try (Stream<Path> all = Files.list(shelf)) {
            assertThat(all.filter(p -> Files.exists(p.resolve("batch.sqlite")))).isEmpty();
        }
    }

    @Test
    void namesTheLineOfASchemeError() throws Exception {
        readTheTask();
        model.schemeProperty().set(Files.writeString(folder.resolve("bad.csv"), "criterion,maximum\nMethod,eight\n"));
        act(() -> model.make(_ -> {}));
        assertThat(model.troubleProperty().get())
                .isEqualTo("bad.csv, line 2: 'eight' under 'maximum' is not a number. Correct that line.");
    }

    @Test
    void explainsAWrongTokenAndAMissingSheet() throws Exception {
        act(() -> model.connect(office.address(), "guess"));
        assertThat(model.troubleProperty().get()).contains("does not accept the token");
        act(() -> {
            model.addPlaces(java.util.List.of(folder));
            model.readFiles(folder.resolve("none.csv").toString(), "Class", "", "");
        });
        assertThat(model.troubleProperty().get()).contains("none.csv cannot be read");
        assertThat(model.planProperty().get()).isNull();
    }

    // --- from files

    private void readMail() throws Exception {
        DemoCopy.makeMail(folder.resolve("by mail"), 26);
        act(() -> {
            model.addPlaces(List.of(folder.resolve("by mail")));
            model.readFiles("", "", "", "");
        });
    }

    @Test
    void explainsAnEmptySourceAndAnInvalidTime() throws Exception {
        act(() -> model.readFiles("", "", "", ""));
        assertThat(model.troubleProperty().get()).startsWith("Choose or drop at least one zip archive, folder or file");
        act(() -> model.readFiles("sheet.csv", "", "soon", ""));
        assertThat(model.troubleProperty().get()).contains("soon").contains("is not a date and time");
        act(() -> model.readFiles("", "", "", "Ada Example\nAda Example\n"));
        assertThat(model.troubleProperty().get()).startsWith("Line 2: Ada Example is there twice");
        assertThat(model.planProperty().get()).isNull();
    }

    @Test
    void savesARuleOffersItAgainAndNamesABrokenOne() throws Exception {
        readMail();
        FilingRule rule = model.planProperty().get().rule().orElseThrow();
        FilingRule named = FilingRule.of("By mail", rule.level(), rule.written());
        assertThat(model.beside().save(named)).hasValue(shelf.resolve("filing rules/By mail.txt"));
        assertThat(model.beside().rules()).containsExactly(named);
        readMail();
        assertThat(model.planProperty().get().rule()).hasValue(named);
        Files.writeString(shelf.resolve("filing rules/broken.txt"), "reads = nothing\n");
        assertThat(model.beside().rules()).containsExactly(named);
        assertThat(model.troubleProperty().get()).startsWith("broken.txt: ");
    }

    @Test
    void namesTheNewBatchAndItsSetAsideFiles() throws Exception {
        readMail();
        act(model.decisions()::acceptLikely);
        act(model.decisions()::setAsideRest);
        act(() -> model.make(_ -> {}));
        CollectModel.Done done = model.doneProperty().get();
        assertThat(done.batch()).isEqualTo(shelf.resolve("by mail"));
        assertThat(done.summary()).isEqualTo("30 files: 23 matched, 4 set aside by you, 3 stored as they are");
        assertThat(done.aside()).hasSize(4).allMatch(p -> p.startsWith("Passage plans.zip/"));
        assertThat(done.kept()).anyMatch(k -> k.endsWith("It is the grade sheet."))
                .anyMatch(k -> k.contains("points outside its folder"));
        assertThat(shelf.resolve("by mail/originals")).isDirectoryContaining("glob:**/kept-*")
                .isDirectoryContaining("glob:**/set-aside-*");
    }

    @Test
    void collectingAgainKeepsNameAndDecisions() throws Exception {
        readMail();
        act(model.decisions()::acceptLikely);
        act(model.decisions()::setAsideRest);
        act(() -> model.make(_ -> {}));
        Path batch = model.doneProperty().get().batch();
        CollectModel again = new CollectModel(shelf, model.background(), RecordServices.installed(),
                Optional.of(batch));
        assertThat(again.isUpdate()).isTrue();
        assertThat(again.againName()).isEqualTo("by mail");
        act(() -> {
            again.addPlaces(List.of(folder.resolve("by mail")));
            again.readFiles("", "", "", "");
        });
        assertThat(again.decisions().countText())
                .isEqualTo("30 files: 23 matched, 23 of them as before, 4 set aside by you, 3 stored as they are");
        assertThat(again.planProperty().get().questions()).isEmpty();
        boolean[] needed = new boolean[2];
        act(() -> {
            needed[0] = again.isAdding();
            again.make(_ -> {});
            needed[1] = again.isAdding();
        });
        assertThat(needed).as("the batch is needed while files are added to it").containsExactly(false, true);
        assertThat(again.isAdding()).isFalse();
        assertThat(again.troubleProperty().get()).isEmpty();
        assertThat(Glance.at(batch).batch().submissions()).allMatch(s -> s.handIns().size() < 2);
        again.close();
    }

    @Test
    void explainsARefusedChangeAndKeepsThePlan() throws Exception {
        readMail();
        var sheet = model.planProperty().get().sheet().orElseThrow();
        act(() -> model.change(p -> p.withSheet(Optional.of(GradeSheet.of(sheet.file(),
                new SheetRoles(0, 0, java.util.Map.of(Role.KEY, 4)))))));
        assertThat(model.troubleProperty().get()).isNotEmpty();
        assertThat(model.planProperty().get().sheet()).hasValue(sheet);
    }

    /** A marker decides about twenty files, finds that a folder was missing, and drops it: the decisions remain. */
    @Test
    void additionalSourcesKeepDecisionsAndMessages() throws Exception {
        readMail();
        act(model.decisions()::acceptLikely);
        act(model.decisions()::setAsideRest);
        FilingRule rule = FilingRule.of("By hand", model.planProperty().get().rule().orElseThrow().level(),
                model.planProperty().get().rule().orElseThrow().written());
        act(() -> model.change(p -> p.withRule(Optional.of(rule))));
        act(() -> model.nameProperty().set("A name of my own"));
        Path late = Files.createDirectories(folder.resolve("late")).resolve("Zimmer, Zoe - passage plan.txt");
        Files.writeString(late, "late");
        act(() -> model.readMore(List.of(late)));
        assertThat(model.decisions().countText())
                .isEqualTo("31 files: 23 matched, 1 to decide, 4 set aside by you, 3 stored as they are");
        assertThat(model.planProperty().get().rule()).hasValue(rule);
        assertThat(model.nameProperty().get()).isEqualTo("A name of my own");
    }
}
