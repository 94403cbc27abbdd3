package org.epiglyph.bench;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Highlight;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.Workspace;

/** Marks part of the demo's batch as an evening of marking would leave it, the same every time. */
final class DemoMarking {
    private final Workspace workspace;
    private int marks;

    DemoMarking(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Seals the first students, scores some more, and leaves one begun. */
    void evening(int sealed, int scored) throws Problem {
        List<StudentKey> students = workspace.batch()
                .submissions()
                .stream()
                .filter(s -> !s.handIns().isEmpty())
                .map(s -> s.student().key())
                .toList();
        Random random = new Random(5);
        for (int i = 0; i < sealed + scored; i++) {
            annotate(students.get(i));
            score(students.get(i), random, workspace.batch().scheme().criteria().size());
            if (i < sealed) {
                workspace.edit(new Edit.Seal(students.get(i)));
            }
        }
        annotate(students.get(sealed + scored));
        score(students.get(sealed + scored), random, 2);
    }

    private void score(StudentKey student, Random random, int criteria) {
        for (Criterion criterion : workspace.batch().scheme().criteria().subList(0, criteria)) {
            int steps = criterion.maximum().divide(criterion.step()).intValue();
            BigDecimal points = criterion.step().multiply(BigDecimal.valueOf(steps - random.nextInt(steps / 2)));
            workspace.edit(new Edit.SetScore(student, criterion.id(), Optional.of(points)));
        }
        workspace.edit(new Edit.WriteOnTheWhole(student,
                "A careful plan. Your working can be followed line by line; now let the units travel with the numbers."));
        submission(student).pages().forEach(page -> workspace.edit(new Edit.SeePage(student, page)));
    }

    private Submission submission(StudentKey student) {
        return workspace.batch().submission(student);
    }

    private void annotate(StudentKey student) throws Problem {
        Document document = submission(student).documents().getFirst();
        try (OpenDocument open = OpenDocument.open(workspace.folder().pages(document))) {
            PageRef page = new PageRef(document.id(), 0);
            PageText text = open.text(0);
            List<Mark> all = text.words().isEmpty() ? onScan(page) : onText(page, text);
            all.forEach(mark -> workspace.edit(new Edit.PlaceMark(student, mark)));
        }
    }

    private List<Mark> onText(PageRef page, PageText text) {
        List<Mark> all = new ArrayList<>();
        PageWord range = find(text, "range");
        PageText.Selection selection = text.between(range.box().centre(), after(text, range, 7).box().centre());
        all.add(new Highlight(head(page, Ink.MOSS, phrase("tw")), selection.boxes(), selection.text()));
        PageWord part = find(text, "part");
        all.add(loop(page, part.box().union(after(text, part, 3).box()), phrase("ip")));
        all.add(new Stamp(head(page, Ink.MADDER, Remark.NONE), Sign.TICK,
                new PagePoint(540, range.box().centre().y() + 6), 24));
        all.add(new Stamp(head(page, Ink.MADDER, Remark.NONE), Sign.TICK,
                new PagePoint(480, range.box().centre().y() + 118), 24));
        PageWord minutes = find(text, "minutes,");
        all.add(new Note(
                head(page, Ink.PLUM, Remark.of("Well seen that the hour of the tide is not an hour of the clock.")),
                minutes.box().centre().movedBy(22, -16)));
        return all;
    }

    private List<Mark> onScan(PageRef page) {
        List<PagePoint> sweep = new ArrayList<>();
        for (int i = 0; i <= 40; i++) {
            sweep.add(new PagePoint(70 + i * 9, 178 + Math.sin(i / 4.0)));
        }
        return List.of(
                new Stroke(head(page, Ink.OCHRE, phrase("tw")), InkFit.smooth(sweep, 0.25), 14, Stroke.Nib.BROAD),
                loop(page, new PageBox(60, 302, 290, 24), phrase("ip")),
                new Stamp(head(page, Ink.MADDER, Remark.NONE), Sign.TICK, new PagePoint(500, 190), 26));
    }

    private Stroke loop(PageRef page, PageBox around, Remark remark) {
        List<PagePoint> points = new ArrayList<>();
        PageBox box = around.grownBy(5);
        for (int i = 0; i <= 66; i++) {
            double angle = -2.2 + i * 0.1;
            points.add(new PagePoint(box.centre().x() + (box.width() / 2 + i * 0.05) * Math.cos(angle),
                    box.centre().y() + (box.height() / 2 + i * 0.03) * Math.sin(angle)));
        }
        return new Stroke(head(page, Ink.MADDER, remark), InkFit.smooth(points, 0.25), 1.6, Stroke.Nib.FINE);
    }

    private Head head(PageRef page, Ink ink, Remark remark) {
        return new Head("demo-" + ++marks, page, ink, 0, remark);
    }

    private Remark phrase(String code) {
        Batch batch = workspace.batch();
        return batch.phrasebook()
                .phrases()
                .stream()
                .filter(p -> p.code().equals(code))
                .findFirst()
                .map(p -> Remark.of(p.words()).withPhrase(p.id()))
                .orElse(Remark.NONE);
    }

    private static PageWord find(PageText text, String word) {
        return text.words()
                .stream()
                .filter(w -> w.text().equals(word))
                .findFirst()
                .orElse(text.words().get(text.words().size() / 2));
    }

    private static PageWord after(PageText text, PageWord word, int by) {
        return text.words().get(Math.min(text.words().size() - 1, text.words().indexOf(word) + by));
    }
}
