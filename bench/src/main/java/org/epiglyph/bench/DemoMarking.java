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
import org.epiglyph.core.batch.MarkCount;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.TextMarkup;
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
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.Workspace;

/** Marks part of the demo's batch as an evening of marking would leave it, the same every time. */
final class DemoMarking {
    private static final List<String> SAYINGS = List.of("Units here.", "Say which table you took this from.",
            "Right, and well explained.",
            "Read the question once more: which of the two heights is asked?", "Round once, at the end.", "Why?",
            "The datum is missing.");
    private final Workspace workspace;
    private int marks;

    DemoMarking(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Seals the first students, scores some more, and leaves one unfinished. */
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

    /** Names another student in the work of the first one, and leaves a remark without text in that of the third. */
    void leaveQuestions() throws Problem {
        List<StudentKey> sealed = workspace.batch()
                .submissions()
                .stream()
                .filter(Submission::sealed)
                .map(s -> s.student().key())
                .toList();
        ask(sealed.get(1), "The same slip as in Lena's sketch: read the datum first.");
        ask(sealed.get(2), "");
    }

    private void ask(StudentKey student, String text) {
        Note note = new Note(new Head("question-" + student, submission(student).pages().getFirst(), Ink.MADDER, 0,
                Remark.of(text)), new PagePoint(470, 320));
        workspace.edit(new Edit.Together(List.of(new Edit.OpenAgain(student), new Edit.PlaceMark(student, note),
                new Edit.Seal(student))));
    }

    private void score(StudentKey student, Random random, int criteria) {
        for (Criterion criterion : workspace.batch().scheme().criteria().subList(0, criteria)) {
            judge(student, criterion, random);
        }
        workspace.edit(new Edit.WriteOnTheWhole(student,
                "A careful plan. Your working can be followed line by line; now let the units travel with the numbers."));
        submission(student).pages().forEach(page -> workspace.edit(new Edit.SeePage(student, page)));
    }

    private void judge(StudentKey student, Criterion criterion, Random random) {
        Judgement judgement = switch (criterion.manner()) {
            case Manner.Points _ -> {
                int steps = criterion.maximum().divide(criterion.step()).intValue();
                yield Judgement.of(criterion.step()
                        .multiply(BigDecimal.valueOf(steps - random.nextInt(Math.max(1, steps / 2)))));
            }
            case Manner.Levels levels -> {
                Manner.Level level = levels.levels().get(random.nextInt(2));
                yield Judgement.level(level, level.from());
            }
            case Manner.Checklist list -> Judgement.parts(list, list.parts()
                    .stream()
                    .map(Manner.Part::id)
                    .limit(list.parts().size() - random.nextInt(2))
                    .toList());
            case Manner.Counted _ -> Judgement.of(MarkCount
                    .of(criterion, submission(student).marks(), workspace.batch().phrasebook())
                    .orElseThrow()
                    .points());
            case Manner.WordsOnly _ -> {
                workspace.edit(new Edit.WriteOnCriterion(student, criterion.id(),
                        "You say why each figure is there, not only how."));
                yield Judgement.NONE;
            }
        };
        if (!judgement.equals(Judgement.NONE)) {
            workspace.edit(new Edit.Judge(student, criterion.id(), judgement));
        }
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
        all.add(new TextMarkup(head(page, Ink.MOSS, phrase("tw")), selection.boxes(), selection.text()));
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

    /** One page with forty marks of every kind, twenty-five of them with remarks. */
    void crowd(StudentKey student) throws Problem {
        Document document = submission(student).documents().getFirst();
        List<Mark> all = new ArrayList<>();
        try (OpenDocument open = OpenDocument.open(workspace.folder().pages(document))) {
            PageRef page = new PageRef(document.id(), 0);
            PageText text = open.text(0);
            all.addAll(onText(page, text));
            all.addAll(figures(page));
            List<PageWord> words = text.words();
            TextMarkup.Style[] styles = TextMarkup.Style.values();
            for (int i = 0; i < 16 && 12 + 9 * i < words.size(); i++) {
                PageWord word = words.get(12 + 9 * i);
                Remark remark = i % 4 == 3 ? Remark.NONE : Remark.of(SAYINGS.get(i % SAYINGS.size()));
                Head head = head(page, Ink.values()[i % 6], remark);
                all.add(i % 5 == 4
                        ? new Correction(head, List.of(word.box()), word.text(), Optional.empty(), 12).replacing()
                        : new TextMarkup(head, List.of(word.box()), word.text(), styles[i % 4]));
            }
            for (int i = 0; all.size() < 40; i++) {
                Remark remark = i % 2 == 0 ? Remark.of(SAYINGS.get((i + 3) % SAYINGS.size())) : Remark.NONE;
                all.add(new Note(head(page, Ink.values()[(i + 2) % 6], remark),
                        new PagePoint(60 + 30 * i, 640 + 9 * i)));
            }
        }
        all.forEach(mark -> workspace.edit(new Edit.PlaceMark(student, mark)));
        workspace.edit(new Edit.SetScore(student, "c1", Optional.of(new BigDecimal("6.5"))));
    }

    private List<Mark> figures(PageRef page) {
        Remark remark = Remark
                .of("Good working, **set out** so that it can be followed:\n\n- range\n- twelfths\n- height");
        return List.of(
                new Shape(head(page, Ink.INDIGO, remark), Shape.Form.BOX, new PagePoint(60, 240),
                        new PagePoint(420, 300), 1.4),
                new Shape(head(page, Ink.PLUM, Remark.of("Compare with the curve below.")), Shape.Form.ELLIPSE,
                        new PagePoint(250, 318), new PagePoint(330, 350), 1.4),
                new Shape(head(page, Ink.MADDER, Remark.NONE), Shape.Form.ARROW, new PagePoint(480, 400),
                        new PagePoint(400, 440), 1.4),
                new Shape(head(page, Ink.MOSS, Remark.of("All of this is right.")), Shape.Form.BRACKET,
                        new PagePoint(500, 250), new PagePoint(500, 390), 1.4),
                new Stamp(head(page, Ink.PLUM, Remark.NONE), Sign.CARRIED_FORWARD, new PagePoint(540, 470), 22),
                new Stamp(head(page, Ink.MADDER, Remark.NONE), new Face.Score(new BigDecimal("2"), 0.5),
                        new PagePoint(548, 300), 26),
                new Stamp(head(page, Ink.SLATE, Remark.NONE), Sign.SEEN, new PagePoint(500, 60), 24, -8),
                new TypedText(head(page, Ink.INDIGO, Remark.NONE), new PagePoint(330, 640), "Mind the drying height",
                        13,
                        140, List.of(), true),
                new Note(head(page, Ink.MADDER, Remark.of("Was this copied?").withAudience(Audience.PRIVATE)),
                        new PagePoint(90, 560)));
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
        PageBox box = around.expandedBy(5);
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
                .map(p -> Remark.of(p.text()).withPhrase(p.id()))
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
