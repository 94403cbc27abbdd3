package org.epiglyph.workspace;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.function.Predicate;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.feedback.Heard;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Exact;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Step;

/** Distinguishes one state of a student's hand-back from another. */
public final class Fingerprint {
    private Fingerprint() {}

    /**
     * A digest of everything that a student would be handed: documents, marks for the student, result and feedback, and
     * the options it is made with. The same work has the same fingerprint on every machine and at any time.
     *
     * @param batch  the state that is handed back; what is built must be built from the same
     * @param chosen options that differ from the defaults; empty for what receipts of all versions know
     * @return SHA-256, 64 lower-case hexadecimal digits
     */
    public static String of(Batch batch, StudentKey student, List<String> chosen) {
        return of(parts(batch, student, chosen));
    }

    /** True if a digest is that of a state, computed by this version of the program or an earlier one. */
    public static boolean isOf(String digest, Batch batch, StudentKey student, List<String> chosen) {
        return matching(batch, student, chosen).test(digest);
    }

    /**
     * Recognises the digests of one state. Earlier versions included the wording of the feedback, so that better
     * wording alone would have made everything look changed since it was handed back; their digest is computed only
     * when needed.
     */
    public static Predicate<String> matching(Batch batch, StudentKey student, List<String> chosen) {
        String now = of(batch, student, chosen);
        return digest -> digest.equals(now) || digest.equals(of(earlierParts(batch, student, chosen)));
    }

    /** Everything that matters, as values only: independent of language and of the program's wording. */
    static List<Object> parts(Batch batch, StudentKey student, List<String> chosen) {
        Batch named = batch.named(student); // what is handed out shows the name, whether it is covered here or not
        Submission submission = named.submission(student);
        Result result = named.result(student);
        List<Object> handed = commonParts(submission, result);
        handed.add(result.grade().orElse(""));
        handed.add(result.steps().stream().map(Fingerprint::values).toList());
        handed.add(submission.onTheWhole().strip());
        handed.add(named.scheme()
                .criteria()
                .stream()
                .filter(c -> !submission.scores().remark(c.id()).isEmpty())
                .map(c -> List.of(c.name(), submission.scores().remark(c.id())))
                .toList());
        handed.add(Heard.of(submission, named.scheme())
                .stream()
                .map(Heard::remark)
                .map(r -> List.of(r.place(), r.text(), r.sound().sha256(), r.heard()))
                .toList());
        handed.add(submission.attached().stream().map(a -> a.document().sha256()).toList());
        handed.add(chosen);
        return handed;
    }

    private static List<Object> commonParts(Submission submission, Result result) {
        return new ArrayList<>(List.of(submission.student().key(),
                submission.documents().stream().map(Document::sha256).toList(), submission.marksForStudent(),
                result.value().stripTrailingZeros()));
    }

    private static List<Object> values(Step step) {
        Exact figure = step.figure();
        return List.of(step.kind(), step.of(), figure.numerator() + "/" + figure.denominator(), values(step.message()));
    }

    private static List<Object> values(Message message) {
        return List.of(message.key(),
                message.values().stream().map(v -> v instanceof Message m ? values(m) : v).toList());
    }

    private static List<Object> earlierParts(Batch batch, StudentKey student, List<String> chosen) {
        Batch named = batch.named(student);
        Submission submission = named.submission(student);
        List<Object> handed = commonParts(submission, named.result(student));
        handed.add(Feedback.text(named, submission));
        if (!submission.attached().isEmpty()) {
            handed.add(submission.attached().stream().map(a -> a.document().sha256()).toList());
        }
        List<Heard> heard = Heard.of(submission, named.scheme());
        if (!heard.isEmpty()) {
            handed.add(heard.stream().map(h -> List.of(h.remark().sound().sha256(), h.remark().heard())).toList());
        }
        if (!chosen.isEmpty()) {
            handed.add(chosen);
        }
        return handed;
    }

    /**
     * A digest of a marked copy of a document.
     *
     * @param marks  what is written on it
     * @param manner the options it is made with
     */
    public static String ofCopy(Document document, List<Mark> marks, List<String> manner) {
        return of(List.of(document.sha256(), document.pages(), marks, manner));
    }

    private static String of(List<Object> parts) {
        return HexFormat.of()
                .formatHex(NewBatch.sha256().digest(BatchJson.write(parts).getBytes(StandardCharsets.UTF_8)));
    }
}
