package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.Message;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.CancellationException;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.LetterSent;
import org.epiglyph.core.letters.Letter;
import org.epiglyph.core.letters.LetterText;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.mail.MailService;
import org.epiglyph.exchange.mail.Sender;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Letters, accepted by an independent mail server (GreenMail) and read back by an independent reader (Jakarta Mail).
 */
class LetterSendingTest {
    private static final StudentKey FREYA = new StudentKey("K-1");
    private static final StudentKey BAO = new StudentKey("K-2");
    private static final StudentKey NOBODY = new StudentKey("K-3");
    private static final StudentKey ODD = new StudentKey("../K 4");
    private static final List<StudentKey> ALL = List.of(FREYA, BAO, NOBODY, ODD);
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-20T20:00:00Z"), ZoneOffset.UTC);
    private static final Sender SENDER = new Sender("m.rowe@kestrelpoint.example", "Márta Rowe");
    private static final LetterText TEXT = new LetterText("Tides – nothing came, {name}",
            "Dear {name},\n\nnothing has come from you.\n.\nÞökk");
    @TempDir
    private Path folder;
    private Workspace workspace;
    private final GreenMail mail = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));

    @BeforeEach
    void make() throws Exception {
        Path batch = folder.resolve("batch");
        try (NewBatch made = NewBatch.at(batch)) {
            made.add(new Student(FREYA, "Freya", "Þorgilsdóttir", "", "freya@students.example"), List.of());
            made.add(new Student(BAO, "Bao", "Nguyễn", "", "bao@students.example"), List.of());
            made.add(new Student(NOBODY, "", "Mahendra", "", ""), List.of());
            made.add(new Student(ODD, "Odd", "Example", "", "odd@example.org, all@example.org"), List.of());
            made.place(new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY);
        }
        workspace = Workspace.open(batch, CLOCK);
        mail.start();
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
        mail.stop();
    }

    private LetterSending letters() {
        return new LetterSending(workspace, CLOCK, SENDER);
    }

    private MailService.Host host() {
        return new MailService.Host("127.0.0.1", mail.getSmtp().getPort(), MailService.Security.NONE, "");
    }

    private List<LetterSending.Fate> send(LetterText text, boolean again) throws Problem {
        try (MailService service = MailService.open(host(), "")) {
            return letters().byMail(service, text, ALL, again, Progress.NONE);
        }
    }

    @Test
    void sendsEachStudentOneLetterOfTheirOwn() throws Exception {
        List<LetterSending.Fate> fates = send(TEXT, false);
        assertThat(fates).satisfiesExactly(f -> assertThat(f).isInstanceOf(LetterSending.Fate.Goes.class),
                f -> assertThat(f).isInstanceOf(LetterSending.Fate.Goes.class),
                f -> assertThat(f).isInstanceOf(LetterSending.Fate.NoAddress.class),
                f -> assertThat(((LetterSending.Fate.Failed) f).why().text()).contains("not a mail address"));
        MimeMessage[] received = mail.getReceivedMessages();
        assertThat(received).hasSize(2);
        assertThat(received[0].getAllRecipients()).hasSize(1);
        assertThat(received[0].getRecipients(Message.RecipientType.TO)[0].toString())
                .contains("freya@students.example");
        assertThat(received[0].getSubject()).isEqualTo("Tides – nothing came, Freya");
        assertThat(((String) received[0].getContent()).replace("\r\n", "\n").stripTrailing())
                .isEqualTo("Dear Freya,\n\nnothing has come from you.\n.\nÞökk");
        assertThat(send(TEXT, false)).filteredOn(f -> f instanceof LetterSending.Fate.Already).hasSize(2);
        assertThat(mail.getReceivedMessages()).as("nothing is sent twice").hasSize(2);
        send(new LetterText("Another", "Dear {name}."), false);
        assertThat(mail.getReceivedMessages()).as("another letter does").hasSize(4);
        assertThat(workspace.batch().submission(FREYA).correspondence().letters()).extracting(LetterSent::subject)
                .containsExactly("Tides – nothing came, Freya", "Another");
        assertThat(workspace.batch().submission(ODD).correspondence().letters()).as("what did not go is not noted")
                .isEmpty();
    }

    @Test
    void resendsALetterThatMayHaveArrivedOnlyOnRequest() throws Exception {
        workspace.edit(new Edit.LogLetter(FREYA, new LetterSent(
                TEXT.to(workspace.batch(), workspace.batch().submission(FREYA)).digest(), "s", CLOCK.instant(),
                "by mail", false)));
        assertThat(send(TEXT, false).getFirst()).isInstanceOf(LetterSending.Fate.MayHaveGone.class);
        assertThat(mail.getReceivedMessages()).hasSize(1);
        assertThat(send(TEXT, true).getFirst()).isInstanceOf(LetterSending.Fate.Goes.class);
        assertThat(mail.getReceivedMessages()).hasSize(2);
    }

    @Test
    void refusesAnUnfilledSlot() throws Exception {
        assertThatThrownBy(() -> send(new LetterText("s", "Dear {nmae}"), false)).hasMessageContaining("{nmae}");
        assertThat(send(new LetterText("s", "Yours is {result}."), false).getFirst())
                .isInstanceOf(LetterSending.Fate.Lacks.class);
        assertThat(mail.getReceivedMessages()).isEmpty();
    }

    @Test
    void writesLettersAsStandardFilesAndOverwritesNone() throws Exception {
        Path out = folder.resolve("letters");
        Files.createDirectories(out);
        Files.writeString(out.resolve("K-1.eml"), "an earlier one");
        letters().toFolder(out, TEXT, ALL, false, Progress.NONE);
        assertThat(Files.readString(out.resolve("K-1.eml"))).isEqualTo("an earlier one");
        assertThat(out.resolve("K-2.eml")).exists();
        try (InputStream in = Files.newInputStream(out.resolve("K-1-2.eml"))) {
            MimeMessage read = new MimeMessage(Session.getInstance(new Properties()), in);
            assertThat(read.getSubject()).isEqualTo("Tides – nothing came, Freya");
            assertThat(read.getFrom()[0].toString()).contains("m.rowe@kestrelpoint.example");
            assertThat(read.getMessageID()).isNotEmpty();
        }
        assertThat(new String(Files.readAllBytes(out.resolve("K-1-2.eml")), StandardCharsets.UTF_8))
                .as("headers are plain letters (RFC 2047)")
                .contains("Subject: =?UTF-8?");
        try (var all = Files.list(out)) {
            assertThat(all.map(p -> p.getFileName().toString())).containsExactlyInAnyOrder("K-1.eml", "K-1-2.eml",
                    "K-2.eml");
        }
    }

    @Test
    void explainsAnUnreachableServiceAndRefusesAnInsecureOne() {
        int port = mail.getSmtp().getPort();
        mail.stop();
        assertThatThrownBy(() -> MailService.open(new MailService.Host("127.0.0.1", port, MailService.Security.NONE,
                ""), "")).hasMessageContaining("does not answer");
        assertThatThrownBy(() -> MailService.open(new MailService.Host("mail.example.org", 25,
                MailService.Security.NONE, ""), "")).hasMessageContaining("unprotected");
        assertThatThrownBy(() -> MailService.open(new MailService.Host("evil\r\nRCPT", 25,
                MailService.Security.TLS, ""), "")).hasMessageContaining("not a mail service");
    }

    private List<LetterSent> noted(StudentKey student) {
        return workspace.batch().submission(student).correspondence().letters();
    }

    private static Letter to(StudentKey student) {
        return argThat(l -> l != null && l.student().key().equals(student));
    }

    @Test
    void reportsALetterOfUnknownFateAndSendsTheOthers() throws Exception {
        MailService service = mock(MailService.class);
        doThrow(new IllegalStateException("odd")).when(service).send(to(FREYA), any(), any());
        doThrow(MailService.Uncertain.class).when(service).send(to(BAO), any(), any());
        doThrow(new Problem(org.epiglyph.core.Message.literal("Not taken."))).when(service).send(to(ODD), any(), any());
        List<LetterSending.Fate> fates = letters().byMail(service, TEXT, List.of(FREYA, BAO, ODD), false,
                Progress.NONE);
        assertThat(fates.get(0)).isEqualTo(new LetterSending.Fate.MayHaveGone(FREYA, noted(FREYA).getFirst()));
        assertThat(fates.get(1)).isEqualTo(new LetterSending.Fate.MayHaveGone(BAO, noted(BAO).getFirst()));
        assertThat(noted(FREYA)).singleElement()
                .isEqualTo(new LetterSent(noted(FREYA).getFirst().digest(), "Tides – nothing came, Freya",
                        CLOCK.instant(), "by mail", false));
        assertThat(fates.get(2)).isInstanceOfSatisfying(LetterSending.Fate.Failed.class,
                f -> assertThat(f.why().text()).isEqualTo("Not taken."));
        assertThat(noted(ODD)).as("it did not go").isEmpty();
        letters().byMail(mock(MailService.class), TEXT, List.of(BAO), true, Progress.NONE);
        assertThat(noted(BAO)).singleElement().satisfies(l -> assertThat(l.certain()).isTrue());
    }

    @Test
    void cancellingKeepsWhatWasSentAndSendsNoMore() throws Exception {
        MailService service = mock(MailService.class);
        List<String> said = new ArrayList<>();
        Progress stopping = (what, done, all) -> {
            said.add(what + " " + done + "/" + all);
            if (done == 1) {
                throw new CancellationException();
            }
        };
        assertThatThrownBy(() -> letters().byMail(service, TEXT, ALL, false, stopping))
                .isInstanceOf(CancellationException.class);
        assertThat(said).containsExactly("Freya Þorgilsdóttir 0/4", "Bao Nguyễn 1/4");
        verify(service).send(any(), any(), any());
        assertThat(noted(FREYA)).singleElement().satisfies(l -> assertThat(l.certain()).isTrue());
        assertThat(noted(BAO)).isEmpty();
        doThrow(new CancellationException()).when(service).send(to(BAO), any(), any());
        assertThatThrownBy(() -> letters().byMail(service, TEXT, ALL, false, Progress.NONE))
                .as("while one is on its way")
                .isInstanceOf(CancellationException.class);
        assertThat(noted(BAO)).singleElement().satisfies(l -> assertThat(l.certain()).isFalse());
    }

    @Test
    void sendsNoEmptyLetter() {
        for (LetterText nothing : List.of(new LetterText("", "Dear {name}."), new LetterText("s", " "))) {
            assertThatThrownBy(() -> letters().toFolder(folder, nothing, ALL, false, Progress.NONE))
                    .isInstanceOf(Problem.class);
        }
        assertThat(noted(FREYA)).isEmpty();
    }

    @Test
    void recordsLettersWrittenAsFiles() throws Exception {
        assertThat(letters().toFolder(folder.resolve("letters"), TEXT, List.of(FREYA), false, Progress.NONE))
                .singleElement()
                .isInstanceOf(LetterSending.Fate.Goes.class);
        assertThat(noted(FREYA)).singleElement().extracting(LetterSent::way).isEqualTo("as a file");
        assertThat(LetterSending.plan(workspace.batch(), TEXT, List.of(FREYA), true).getFirst())
                .as("what is certain is not sent again, even on asking")
                .isEqualTo(new LetterSending.Fate.Already(FREYA, noted(FREYA).getFirst()));
    }

    @Test
    void keepsADraftForTheNextTime() throws Exception {
        assertThat(LetterDraft.read(workspace.folder()).isEmpty()).isTrue();
        LetterDraft.save(workspace.folder(), "Tides\nonce more", "Dear {name},\n\nplease.\n");
        assertThat(LetterDraft.read(workspace.folder()))
                .isEqualTo(new LetterText("Tides once more", "Dear {name},\n\nplease.\n"));
        LetterDraft.save(workspace.folder(), "", "words alone");
        assertThat(LetterDraft.read(workspace.folder())).isEqualTo(new LetterText("", "words alone"));
        Files.writeString(workspace.folder().letter(), "a subject alone");
        assertThat(LetterDraft.read(workspace.folder())).isEqualTo(new LetterText("a subject alone", ""));
        Files.writeString(workspace.folder().letter(), "x".repeat((1 << 20) + 1));
        assertThat(LetterDraft.read(workspace.folder()).isEmpty()).as("nobody wrote that").isTrue();
    }
}
