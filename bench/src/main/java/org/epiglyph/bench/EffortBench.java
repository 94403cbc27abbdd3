package org.epiglyph.bench;

import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import javafx.application.Platform;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;

/**
 * Marks a paper in the real window, once with keys wherever possible and once with the mouse except for text, and
 * counts the acts: 3 pen marks, 2 highlights with text, 3 reused remarks, 4 ticks, 5 scores, seal, next. Runs in a
 * process of its own.
 */
public final class EffortBench {
    private static final int SCORES = 5;
    /** Where the third of three students is in the roll, in pixels from its top. */
    private static final double THIRD = 110;
    private static final String WORDS = "see the tide table";
    private final MeasuredDesk desk;
    private final List<PageBox> words;

    private EffortBench(MeasuredDesk desk, List<PageBox> words) {
        this.desk = desk;
        this.words = words;
    }

    /** @param arguments a PDF with text, and a working folder */
    public static void main(String[] arguments) throws Exception {
        try {
            run(Path.of(arguments[0]), Path.of(arguments[1]));
        } catch (Exception e) {
            e.printStackTrace();
            Runtime.getRuntime().halt(1);
        }
        System.exit(0);
    }

    private static void run(Path pdf, Path world) throws Exception {
        Path batch = Files.createDirectories(world.resolve("shelf")).resolve("effort");
        make(pdf, batch);
        CountDownLatch up = new CountDownLatch(1);
        Platform.startup(up::countDown);
        up.await();
        MeasuredDesk desk = MeasuredDesk.show(world);
        desk.open(batch);
        PageText text;
        try (OpenDocument document = OpenDocument.open(pdf)) {
            text = document.text(0);
        }
        EffortBench bench = new EffortBench(desk, text.words().stream().map(w -> w.box()).toList());
        TimeUnit.SECONDS.sleep(4);
        CountingHand keys = new CountingHand();
        bench.byKeys(keys);
        bench.done(key(0));
        CountingHand mouse = new CountingHand();
        bench.byMouse(mouse);
        bench.done(key(1));
        print("keys", keys);
        print("mouse", mouse);
    }

    private static void print(String way, CountingHand hand) {
        MeasuredDesk.print("effort-" + way + "-keys", hand.keys());
        MeasuredDesk.print("effort-" + way + "-clicks", hand.clicks());
        MeasuredDesk.print("effort-" + way + "-drags", hand.drags());
        MeasuredDesk.print("effort-" + way + "-travel", hand.travel());
    }

    private static StudentKey key(int number) {
        return new StudentKey("K-" + number);
    }

    private static void make(Path pdf, Path folder) throws Exception {
        try (NewBatch batch = NewBatch.at(folder)) {
            for (int i = 0; i < 3; i++) {
                Originals.Stored stored;
                try (InputStream bytes = Files.newInputStream(pdf)) {
                    stored = batch.store("d" + i, "work.pdf", bytes);
                }
                int pages;
                try (OpenDocument document = OpenDocument.open(pdf)) {
                    pages = document.pageCount();
                }
                Document document = new Document("d" + i, "work.pdf", stored.sha256(), stored.bytes(),
                        new Pages.Ready(pages, ""), "");
                batch.add(new Student(key(i), "", "Student " + i, ""),
                        List.of(new HandIn(1, Optional.empty(), "", List.of(document))));
            }
            List<Criterion> criteria = IntStream.range(0, SCORES)
                    .mapToObj(i -> new Criterion("c" + i, "Criterion " + i, "", BigDecimal.valueOf(8), BigDecimal.ONE))
                    .toList();
            List<Phrase> phrases = IntStream.range(0, 3)
                    .mapToObj(i -> new Phrase("p" + i, "q" + i, "Remark " + i + " that comes again.", "",
                            Optional.empty()))
                    .toList();
            batch.place(new Task("", "", "Effort", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(40)),
                    new MarkScheme(criteria), new Phrasebook(phrases));
        }
    }

    private Point2D on(double x, double y) throws Exception {
        return CountingHand.settled(() -> {
            var leaf = desk.roll().leafInSight().orElseThrow();
            PagePoint zero = leaf.at(0, 0);
            PagePoint one = leaf.at(100, 100);
            return leaf.localToScreen((x - zero.x()) / (one.x() - zero.x()) * 100,
                    (y - zero.y()) / (one.y() - zero.y()) * 100);
        });
    }

    private Node node(String query) throws Exception {
        Camera.waitFor(() -> desk.scene().lookup(query) != null);
        return Camera.onInterface(() -> desk.scene().lookup(query));
    }

    /** A phrase's line in the side. */
    private Point2D phrase(int number) throws Exception {
        Camera.waitFor(() -> desk.scene().getRoot().lookupAll(".drawer-row").size() == 3);
        return CountingHand.settled(() -> {
            Node row = List.copyOf(desk.scene().getRoot().lookupAll(".drawer-row")).get(number);
            return row.localToScreen(row.getLayoutBounds().getCenterX(), row.getLayoutBounds().getCenterY());
        });
    }

    private void penMarks(CountingHand hand) throws Exception {
        for (int i = 0; i < 3; i++) {
            hand.drag(on(120, 560 + i * 30), on(220, 566 + i * 30));
        }
    }

    private void highlight(CountingHand hand, int first) throws Exception {
        PagePoint from = words.get(first).centre();
        PagePoint to = words.get(first + 1).centre();
        hand.drag(on(from.x(), from.y()), on(to.x(), to.y()));
        node("#remark");
        hand.type(WORDS);
        hand.press(KeyCode.ENTER);
    }

    private void ticks(CountingHand hand) throws Exception {
        for (int i = 0; i < 4; i++) {
            hand.click(on(480, 300 + i * 70));
        }
    }

    private void byKeys(CountingHand hand) throws Exception {
        hand.press(KeyCode.ESCAPE);
        hand.press(KeyCode.DIGIT1);
        penMarks(hand);
        hand.press(KeyCode.DIGIT2);
        highlight(hand, 8);
        highlight(hand, 14);
        hand.press(KeyCode.DIGIT4);
        for (int i = 0; i < 3; i++) {
            hand.click(on(300, 420 + i * 60));
            node("#remark");
            hand.type("/q" + i);
            hand.press(KeyCode.ENTER);
        }
        hand.press(KeyCode.DIGIT6);
        ticks(hand);
        hand.press(KeyCode.L);
        for (int i = 0; i < SCORES; i++) {
            hand.type("6");
            hand.press(KeyCode.ENTER);
        }
        hand.press(KeyCode.CONTROL, KeyCode.ENTER);
        hand.press(KeyCode.CONTROL, KeyCode.DOWN);
    }

    private void byMouse(CountingHand hand) throws Exception {
        hand.click(node("#slot-1"));
        penMarks(hand);
        hand.click(node("#slot-2"));
        highlight(hand, 8);
        highlight(hand, 14);
        hand.click(node("#door-phrases"));
        for (int i = 0; i < 3; i++) {
            hand.drag(phrase(i), on(300, 420 + i * 60));
        }
        hand.click(node("#slot-6"));
        ticks(hand);
        hand.click(node("#score-c0"));
        for (int i = 0; i < SCORES; i++) {
            hand.type("6");
            hand.press(KeyCode.ENTER);
        }
        hand.click(node("#seal"));
        Node roll = node("#roll");
        hand.click(Camera.onInterface(() -> roll.localToScreen(roll.getLayoutBounds().getWidth() / 2, THIRD)));
    }

    /** Verifies that what was counted had its effect. */
    private void done(StudentKey student) throws Exception {
        TimeUnit.MILLISECONDS.sleep(500);
        Submission now = Camera.onInterface(() -> desk.model().batch().submission(student));
        long remarks = now.marks().stream().filter(m -> !m.remark().isEmpty()).count();
        if (now.marks().size() != 12 || remarks != 5 || !now.sealed()) {
            throw new IllegalStateException(student + " has " + now.marks().size() + " marks, " + remarks
                    + " with words, " + now.scores().points().size() + " scores, sealed: " + now.sealed());
        }
        if (Camera.onInterface(() -> desk.model().student()).equals(student)) {
            throw new IllegalStateException("The next student did not come");
        }
    }
}
