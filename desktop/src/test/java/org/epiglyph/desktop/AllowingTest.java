package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.carrier.Allowing;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.exchange.record.Allowance;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.recordoffice.RecordOffice;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Extensions, further hand-ins and excuses, in the batch and in the record. */
class AllowingTest {
    private static final StudentKey OFFICE_STUDENT = new StudentKey("K-4401");
    private static final Instant LATER = Instant.parse("2026-03-20T18:00:00Z");
    @TempDir
    private Path folder;
    private Workspace workspace;
    private RecordOffice office;
    private RecordClient client;

    @BeforeEach
    void start() throws Exception {
        workspace = Workspace.open(SmallBatch.make(folder).folder(), Clock.systemUTC());
        office = RecordOffice.start(folder.resolve("office"), 0, Clock.systemUTC());
        client = RecordServices.installed()
                .connect(office.address(),
                        Files.readString(folder.resolve("office/token")));
    }

    @AfterEach
    void stop() throws Exception {
        workspace.close();
        office.close();
    }

    private List<String> allow(StudentKey student, Allowance allowance) throws Problem {
        return Allowing.run(workspace, client, DemoWorld.TASK, List.of(student),
                new Allowing.Wish(true, allowance.extendedTo(), Optional.of(allowance.excused()),
                        Optional.of(allowance.furtherHandIns())),
                Progress.NONE);
    }

    @Test
    void appliesExtensionsStudentByStudentAndKeepsTheRest() {
        Batch before = workspace.batch();
        Batch extended = before.apply(Allowing.edit(before, List.of(SmallBatch.TYPED),
                new Allowing.Wish(true, Optional.of(LATER), Optional.empty(), Optional.empty())).orElseThrow());
        Allowing.Wish excuse = new Allowing.Wish(false, Optional.empty(), Optional.of(true), Optional.empty());
        Batch both = extended.apply(Allowing
                .edit(extended, List.of(SmallBatch.TYPED, SmallBatch.SCANNED), excuse)
                .orElseThrow());
        assertThat(Allowing.of(both, SmallBatch.TYPED)).isEqualTo(new Allowance(true, Optional.of(LATER), 0));
        assertThat(Allowing.of(both, SmallBatch.SCANNED)).isEqualTo(new Allowance(true, Optional.empty(), 0));
        assertThat(Allowing.edit(both, List.of(SmallBatch.TYPED),
                new Allowing.Wish(false, Optional.empty(), Optional.empty(), Optional.of(3)))).isEmpty();
    }

    @Test
    void tellsTheRecordWithoutAResult() throws Exception {
        client.allow(DemoWorld.TASK, OFFICE_STUDENT, new Allowance(false, Optional.of(LATER), 2));
        String page = new String(
                URI.create(office.address() + "/students/" + OFFICE_STUDENT).toURL().openStream().readAllBytes(),
                StandardCharsets.UTF_8);
        assertThat(page).contains("Your own due time is Friday 20 March 2026", "hand in again: 2 times",
                "There is no result to see yet");
        assertThat(client.allowed(DemoWorld.TASK, OFFICE_STUDENT))
                .isEqualTo(new Allowance(false, Optional.of(LATER), 2));
    }

    @Test
    void extendsInTheBatchAndNamesStudentsUnknownToTheRecord() throws Exception {
        List<String> failed = allow(SmallBatch.TYPED, new Allowance(true, Optional.of(LATER), 0));
        assertThat(failed).singleElement().satisfies(f -> assertThat(f).startsWith("Ada Typed: "));
        assertThat(Allowing.of(workspace.batch(), SmallBatch.TYPED))
                .isEqualTo(new Allowance(true, Optional.of(LATER), 0));
        assertThat(Allowing.of(workspace.batch(), SmallBatch.SCANNED)).isEqualTo(Allowance.NONE);
        allow(SmallBatch.TYPED, Allowance.NONE);
        assertThat(Allowing.of(workspace.batch(), SmallBatch.TYPED)).isEqualTo(Allowance.NONE);
    }

    @Test
    void asksBeforeExcusingSealedWorkAndSendsNothing() {
        for (String criterion : List.of("c1", "c2")) {
            workspace.edit(new Edit.SetScore(SmallBatch.TYPED, criterion, Optional.of(BigDecimal.ONE)));
        }
        workspace.edit(new Edit.Seal(SmallBatch.TYPED));
        assertThatThrownBy(() -> allow(SmallBatch.TYPED, new Allowance(true, Optional.of(LATER), 0)))
                .hasMessageContaining("Nothing was changed");
        assertThat(Allowing.of(workspace.batch(), SmallBatch.TYPED)).isEqualTo(Allowance.NONE);
    }
}
