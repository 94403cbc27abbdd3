package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Findings from the disk for the look-over: originals that have changed, and marks outside their page. Reads files, so
 * it must not run on the interface thread; findings of a submission are cached until it changes.
 */
public final class DiskLook {
    private static final Logger LOG = LoggerFactory.getLogger(DiskLook.class);
    private final Workspace workspace;
    private final Map<StudentKey, Looked> looked = new HashMap<>();

    public DiskLook(Workspace workspace) {
        this.workspace = workspace;
    }

    private record Looked(Submission submission, List<Finding> findings) {}

    /** The findings for a submission as it is; empty if it was not checked since it changed. */
    public synchronized List<Finding> known(Submission submission) {
        Looked there = looked.get(submission.student().key());
        return there != null && there.submission == submission ? there.findings : List.of();
    }

    /** Checks a submission, unless it was checked as it is. */
    public void look(Submission submission) {
        synchronized (this) {
            Looked there = looked.get(submission.student().key());
            if (there != null && there.submission == submission) {
                return;
            }
        }
        List<Finding> findings = new ArrayList<>(originals(submission));
        findings.addAll(marksOutside(submission));
        synchronized (this) {
            looked.put(submission.student().key(), new Looked(submission, List.copyOf(findings)));
        }
    }

    private List<Finding> originals(Submission submission) {
        List<String> changed = workspace.changedOriginals(submission.student().key());
        return changed.isEmpty() ? List.of() : List.of(originalsChanged(submission.student().key(), changed));
    }

    static Finding originalsChanged(StudentKey student, List<String> changed) {
        String names = String.join(", ", changed);
        return new Finding(student, Finding.Kind.ORIGINAL_CHANGED, Finding.Where.SUBMISSION, "",
                List.of(Message.listing(changed)), names);
    }

    private List<Finding> marksOutside(Submission submission) {
        List<Finding> found = new ArrayList<>();
        for (Document document : submission.documents()) {
            List<Mark> marks = submission.marksForStudent()
                    .stream()
                    .filter(m -> m.page().document().equals(document.id()))
                    .toList();
            if (!marks.isEmpty() && document.pages() instanceof Pages.Ready) {
                found.addAll(marksOutside(submission.student().key(), document, marks));
            }
        }
        return found;
    }

    private List<Finding> marksOutside(StudentKey student, Document document, List<Mark> marks) {
        try (OpenDocument open = OpenDocument.open(workspace.folder().pages(document))) {
            return marks.stream()
                    .filter(m -> m.page().index() >= open.pageCount() || isOutside(m, open.geometry(m.page().index())))
                    .map(m -> new Finding(student, Finding.Kind.OUTSIDE_PAGE, Finding.Where.MARK, m.id(),
                            List.of(String.valueOf(m.page().number())), m.bounds().toString()))
                    .toList();
        } catch (Problem e) {
            LOG.info("A document could not be opened for the look-over", e.getCause());
            return List.of(); // building its copy reports it
        }
    }

    private static boolean isOutside(Mark mark, PageGeometry page) {
        PagePoint centre = mark.bounds().centre();
        return centre.x() < 0 || centre.y() < 0 || centre.x() > page.width() || centre.y() > page.height();
    }
}
