package org.epiglyph.command;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import org.epiglyph.carrier.LetterSending;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.epiglyph.core.letters.LetterText;
import org.epiglyph.core.letters.Recipients;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.mail.MailService;
import org.epiglyph.exchange.mail.Sender;
import org.epiglyph.workspace.Workspace;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Sends letters to students from a script. */
@Command(name = "letters", mixinStandardHelpOptions = true, description = "Writes a letter to each student who meets a condition; nobody is sent the same letter twice. Exit code: 0 if every letter was sent, now or before; 1 if not.")
final class LettersCommand implements Callable<Integer> {
    @Option(names = "--to", required = true, description = "Whom to write to: ${COMPLETION-CANDIDATES}.")
    private Whom whom;
    @Option(names = "--under", description = "With --to result_under: the limit.")
    private BigDecimal under;
    @Option(names = "--only", split = ",", paramLabel = "KEY", description = "With --to chosen: the keys of the students.")
    private List<String> only = List.of();
    @Option(names = "--subject", required = true, description = "One line; {name}, {task}, {result} and other slots are filled for each student.")
    private String subject;
    @Option(names = "--body", required = true, description = "A text file with the body of the letter.")
    private Path body;
    @Option(names = "--from", required = true, description = "The sender's address.")
    private String from;
    @Option(names = "--from-name", defaultValue = "", description = "The sender's name.")
    private String fromName;
    @Option(names = "--again", description = "Also sends letters again that may have been sent before.")
    private boolean again;
    @ArgGroup(exclusive = true, multiplicity = "1")
    private Way way;
    @Mixin
    private CommandReport report;
    @Parameters(paramLabel = "BATCH", description = "The batch's folder.")
    private Path batch;

    /** Conditions that need nothing from the record. */
    enum Whom {
        everybody, nothing_received, late, result_under, excused, chosen
    }

    static final class Way {
        @Option(names = "--folder", description = "Writes .eml files into this folder.")
        private Path folder;
        @ArgGroup(exclusive = false)
        private Mail mail;
    }

    static final class Mail {
        @Option(names = "--mail-service", required = true, description = "Host name of the mail service.")
        private String host;
        @Option(names = "--mail-port", defaultValue = "587", description = "Its port. Default: ${DEFAULT-VALUE}.")
        private int port;
        @Option(names = "--protection", defaultValue = "starttls", description = "${COMPLETION-CANDIDATES}. Default: ${DEFAULT-VALUE}.")
        private MailService.Security security;
        @Option(names = "--user", defaultValue = "", description = "The user name, if the service requires one.")
        private String user;
        @Option(names = "--password-file", description = "A file that contains the password.")
        private Path password;
    }

    @Override
    public Integer call() throws Problem {
        LetterText text = new LetterText(subject, OptionFile.text(body));
        try (Workspace workspace = Workspace.open(batch, Clock.systemDefaultZone())) {
            List<StudentKey> students = recipients(workspace).in(workspace.batch())
                    .stream()
                    .map(s -> s.student().key())
                    .toList();
            LetterSending sending = new LetterSending(workspace, Clock.systemDefaultZone(), new Sender(from, fromName));
            List<LetterSending.Fate> fates = way.folder != null
                    ? sending.toFolder(way.folder, text, students, again, Progress.NONE)
                    : byMail(sending, text, students);
            fates.forEach(this::report);
            report.end();
            return fates.stream()
                    .allMatch(f -> f instanceof LetterSending.Fate.Goes || f instanceof LetterSending.Fate.Already)
                            ? 0
                            : 1;
        }
    }

    private Recipients recipients(Workspace workspace) throws Problem {
        Recipients.Condition condition = Recipients.Condition.valueOf(whom.name().toUpperCase(java.util.Locale.ROOT));
        if (condition == Recipients.Condition.RESULT_UNDER && under == null) {
            throw new Problem("Below which result? Give --under.");
        }
        Set<StudentKey> named = new HashSet<>();
        for (String key : only) {
            StudentKey student = new StudentKey(key.strip());
            if (workspace.batch().position(student) < 0) {
                throw new Problem("The class has no student with the key " + student + ". Check --only.");
            }
            named.add(student);
        }
        return new Recipients(condition, Optional.ofNullable(under), named);
    }

    private List<LetterSending.Fate> byMail(LetterSending sending, LetterText text, List<StudentKey> students)
            throws Problem {
        String secret = way.mail.password == null ? "" : OptionFile.text(way.mail.password);
        try (MailService service = MailService.open(
                new MailService.Host(way.mail.host, way.mail.port, way.mail.security, way.mail.user), secret)) {
            return sending.byMail(service, text, new ArrayList<>(students), again, Progress.NONE);
        }
    }

    private void report(LetterSending.Fate fate) {
        String student = fate.student().value();
        switch (fate) {
            case LetterSending.Fate.Goes _ -> report.done(student, "written", "");
            case LetterSending.Fate.Already(var _, var sent) ->
                report.done(student, "was written before", sent.at().toString());
            case LetterSending.Fate.MayHaveGone _ ->
                report.not(student, "may have been written before", "Give --again to send it once more.");
            case LetterSending.Fate.NoAddress _ -> report.not(student, "not written", "There is no mail address.");
            case LetterSending.Fate.Lacks(var _, var slots) -> report.not(student, "not written",
                    "There is nothing to say for " + String.join(", ", slots) + ".");
            case LetterSending.Fate.Failed(var _, var why) -> report.not(student, "not written", why.text());
        }
    }
}
