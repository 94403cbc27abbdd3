package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The client against the record office, and against servers that misbehave. */
class RecordClientTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    @TempDir
    private Path folder;
    private DemoOffice office;
    private RecordClient client;

    @BeforeEach
    void start() throws Exception {
        office = DemoOffice.open(folder);
        client = RecordServices.installed()
                .connect(office.address() + "/", office.token());
    }

    @AfterEach
    void stop() {
        office.close();
    }

    private RecordClient.Parcel parcel(String score, String digest, String tag) throws Exception {
        Path file = folder.resolve("K-4401 Zoë's \"work\"_marked.pdf");
        Files.writeString(file, "%PDF " + score);
        return new RecordClient.Parcel(ADA, Optional.of(new BigDecimal(score)), "Good – Ω.", List.of(file),
                digest.repeat(32), tag, Optional.empty());
    }

    @Test
    void readsTheClassAsTheOfficeHasIt() throws Exception {
        Task task = client.task(DemoWorld.TASK);
        assertThat(client.tasks()).extracting(Task::title).containsExactly("Tidal heights workbook");
        assertThat(task.instructions()).contains("Gannet Ledge");
        assertThat(task.maximum()).isEqualByComparingTo("32");
        assertThat(client.roster(DemoWorld.TASK).students()).hasSize(26);
        List<RecordClient.HandedIn> submissions = client.submissions(DemoWorld.TASK);
        assertThat(submissions).hasSize(25);
        assertThat(submissions.stream().filter(s -> s.number() == 2)).singleElement()
                .satisfies(s -> assertThat(s.message()).contains("take this one"));
        assertThat(new String(client.gradeSheet(DemoWorld.TASK), StandardCharsets.UTF_8).lines()).hasSize(27);
    }

    @Test
    void aDownloadCanBeCancelled() {
        assertThatThrownBy(() -> client.batch(DemoWorld.TASK, folder.resolve("batch.zip"), bytes -> {
            throw new CancellationException();
        })).isInstanceOf(CancellationException.class);
    }

    @Test
    void aRepeatedDeliveryHasOneReceiptAndAChangedRecordIsAConflict() throws Exception {
        Receipt first = client.handBack(DemoWorld.TASK, parcel("20", "aa", ""));
        Receipt again = client.handBack(DemoWorld.TASK, parcel("20", "aa", ""));
        assertThat(again).isEqualTo(first);
        assertThatThrownBy(() -> client.handBack(DemoWorld.TASK, parcel("21", "bb", "")))
                .isInstanceOf(RecordClient.Conflict.class);
        Receipt second = client.handBack(DemoWorld.TASK, parcel("21", "bb", first.tag()));
        assertThat(second.id()).isNotEqualTo(first.id());
        assertThatThrownBy(() -> client.handBack(DemoWorld.TASK, parcel("22", "cc", first.tag())))
                .isInstanceOf(RecordClient.Conflict.class);
    }

    @Test
    void distinguishesAWrongTokenAnUnknownTaskAndASilentServer() throws Exception {
        RecordClient stranger = RecordServices.installed().connect(office.address(), "guess");
        assertThatThrownBy(stranger::tasks).isInstanceOf(Problem.class)
                .hasMessageContaining("does not accept the token");
        assertThatThrownBy(() -> client.task("nothing")).hasMessageContaining("does not know this task or student");
        office.close();
        assertThatThrownBy(client::tasks).hasMessageContaining("does not answer")
                .hasMessageContaining("nothing is lost");
    }

    @Test
    void neverSendsTheTokenUnprotected() {
        assertThatThrownBy(() -> RecordServices.installed().connect("http://records.example.org", "t"))
                .hasMessageContaining("would be sent unprotected");
        assertThatThrownBy(() -> RecordServices.installed().connect("ftp://127.0.0.1", "t"))
                .hasMessageContaining("is not an address");
        assertThatThrownBy(() -> RecordServices.installed().connect("not an address", "t"))
                .hasMessageContaining("is not an address");
        assertThatThrownBy(() -> RecordServices.installed().connect("https://records.example.org", " "))
                .hasMessageContaining("The token is empty");
    }
}
