package org.epiglyph.workspace;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.feedback.Heard;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;

/** What tells one state of a student's hand-back from another. */
public final class Fingerprint {
    private Fingerprint() {}

    /**
     * A digest of everything that a student would be handed: documents, marks for the student, result and feedback, and
     * how it was chosen to be made. The same work has the same fingerprint on every machine and at every time.
     *
     * @param batch  the state that is handed back; what is built must be built from the same
     * @param chosen what was chosen otherwise than usual; none for what receipts of all versions know
     * @return SHA-256, 64 lower-case hexadecimal digits
     */
    public static String of(Batch batch, StudentKey student, List<String> chosen) {
        Batch named = batch.named(student); // what is handed out has the name, whether it is covered here or not
        Submission submission = named.submission(student);
        List<Object> handed = new ArrayList<>(
                List.of(student, submission.documents().stream().map(Document::sha256).toList(),
                        submission.marksForStudent(), named.result(student).value().stripTrailingZeros(),
                        Feedback.text(named, submission)));
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
        return of(handed);
    }

    /**
     * A digest of a marked copy of a document.
     *
     * @param marks  what is written on it
     * @param manner how it is written, and with what
     */
    public static String ofCopy(Document document, List<Mark> marks, List<String> manner) {
        return of(List.of(document.sha256(), document.pages(), marks, manner));
    }

    private static String of(List<Object> parts) {
        return HexFormat.of()
                .formatHex(NewBatch.sha256().digest(BatchJson.write(parts).getBytes(StandardCharsets.UTF_8)));
    }
}
