package org.epiglyph.bench;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Profile;
import org.epiglyph.carrier.Progress;
import org.epiglyph.carrier.Proof;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.lookover.Dictionary;
import org.epiglyph.core.lookover.LookOver;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.spelling.Spelling;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;

/** Handing back: the look-over of a large class, a proof, and a whole class with printed margin and feedback sheet. */
final class HandBackFigures {
    private static final int STUDENTS = 1_000;
    private static final int REMARKS = 10;
    private static final int EDITS = 200;
    private static final int ROUNDS = 3;
    private static final double FIRST_SECONDS = 2;
    private static final double AGAIN_MILLIS = 5;
    private static final double PROOF_MILLIS = 150;
    private static final double SHOWN = 586;
    private static final List<String> SAYINGS = List.of("Say which table you took this from, and why %d.",
            "Right, and well explained in step %d.", "Round once, at the end, not in line %d.",
            "The datum is missing from height %d of the sketch.", "Which of the %d heights is asked for here?");
    private final Path world;

    HandBackFigures(Path world) {
        this.world = world;
    }

    /** @param batch the demo's batch with all its pages made; it is copied */
    void report(Path batch, IntakeFigures.FigureSink say) throws Exception {
        lookOver(say);
        Path copy = world.resolve("hand back");
        copy(batch, copy);
        try (Workspace workspace = Workspace.open(copy, Clock.systemUTC())) {
            mark(workspace);
            proofs(workspace, say);
            intoFolder(workspace, say);
            thousand(workspace, say);
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        try (var all = Files.walk(from)) {
            for (Path path : all.toList()) {
                Path target = to.resolve(from.relativize(path).toString());
                if (Files.isDirectory(path)) {
                    Files.createDirectories(target);
                } else if (!path.getFileName().toString().equals("lock")) {
                    Files.copy(path, target);
                }
            }
        }
    }

    // --- the look-over

    private static StudentKey key(int number) {
        return new StudentKey("S-" + (10_000 + number));
    }

    private static Batch large() {
        MarkScheme scheme = new MarkScheme(IntStream.range(0, 12)
                .mapToObj(i -> new Criterion("c" + i, "Criterion " + i, "", BigDecimal.TEN, BigDecimal.ONE))
                .toList());
        Task task = new Task("t", "", "Growth", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(120));
        Batch batch = Batch.collected(task, scheme, Phrasebook.EMPTY, IntStream.range(0, STUDENTS)
                .mapToObj(i -> Submission.untouched(new Student(key(i), "Given" + i, "Family" + i, ""),
                        List.of(new HandIn(1, Optional.empty(), "", List.of(new Document("d" + i, "w.pdf",
                                "0".repeat(64), 1, new Pages.Ready(4, ""), ""))))))
                .toList());
        for (int i = 0; i < STUDENTS; i++) {
            for (int r = 0; r < REMARKS; r++) {
                batch = batch.apply(new Edit.PlaceMark(key(i), note(i, r)));
            }
            for (int c = 0; c < 12; c++) {
                batch = batch.apply(new Edit.Judge(key(i), "c" + c, Judgement.of(BigDecimal.valueOf(c % 11))));
            }
        }
        return batch;
    }

    private static Note note(int student, int number) {
        String text = SAYINGS.get(number % SAYINGS.size()).formatted(student * REMARKS + number);
        return new Note(new Head("m" + student + "-" + number, new PageRef("d" + student, number % 4), Ink.MADDER, 0,
                Remark.of(text)), new PagePoint(100, 40 + number * 20));
    }

    private void lookOver(IntakeFigures.FigureSink say) {
        Spelling spelling = new Spelling(new Settings(world.resolve("settings")));
        Dictionary dictionary = text -> spelling.unknown(text, "en-GB").stream().map(Spelling.Unknown::text).toList();
        dictionary.unknown("The dictionary is read once.");
        Batch batch = large();
        long from = System.nanoTime();
        LookOver lookOver = new LookOver(dictionary);
        lookOver.findings(batch);
        double first = (System.nanoTime() - from) / 1e9;
        List<Double> again = new ArrayList<>();
        for (int i = 0; i < EDITS; i++) {
            batch = batch.apply(new Edit.Judge(key(i), "c0", Judgement.of(BigDecimal.valueOf(1 + i % 9))));
            long edit = System.nanoTime();
            lookOver.findings(batch);
            again.add((System.nanoTime() - edit) / 1e6);
        }
        say.report("looking over 1,000 students with 10 remarks each, the first time", "2 seconds", first,
                FIRST_SECONDS,
                "s");
        say.report("after one edit, 95th percentile", "5 milliseconds", percentile(again, 0.95), AGAIN_MILLIS, "ms");
    }

    private static double percentile(List<Double> values, double share) {
        return values.stream().sorted().toList().get((int) Math.min(values.size() - 1, values.size() * share));
    }

    // --- proof and folder

    private static void mark(Workspace workspace) throws Exception {
        for (Submission submission : workspace.batch().submissions()) {
            StudentKey student = submission.student().key();
            if (submission.pages().isEmpty()) {
                continue;
            }
            List<Edit> edits = new ArrayList<>();
            for (int i = 0; i < REMARKS; i++) {
                Head head = new Head("h-" + student + i, submission.pages().get(i % submission.pages().size()),
                        Ink.MADDER,
                        0, Remark.of(SAYINGS.get(i % SAYINGS.size()).formatted(i)));
                edits.add(new Edit.PlaceMark(student, new Note(head, new PagePoint(300, 100 + i * 40))));
            }
            for (Criterion criterion : submission.scores().left(workspace.batch().scheme())) {
                edits.add(new Edit.SetStanding(student, criterion.id(),
                        Optional.of(org.epiglyph.core.scoring.Standing.NOT_ATTEMPTED)));
            }
            edits.add(new Edit.Seal(student));
            workspace.editAll(edits);
        }
    }

    private static Choices choices(MarkedPdf.Form form, Profile.Sheet sheet) {
        return new Choices("Marker", false, new Profile(form, sheet), Map.of());
    }

    private void proofs(Workspace workspace, IntakeFigures.FigureSink say) throws Exception {
        say.report(
                "a proof from choosing the student to its first page in a window of 1280 pixels, 95th percentile",
                "150 milliseconds", percentile(proofs(workspace, SHOWN), 0.95), PROOF_MILLIS, "ms");
        say.report("the same on a screen of twice the resolution", "150 milliseconds",
                percentile(proofs(workspace, 2 * SHOWN), 0.95),
                PROOF_MILLIS, "ms");
    }

    /**
     * Milliseconds per student.
     *
     * @param width of the first page, pixels
     */
    private List<Double> proofs(Workspace workspace, double width) throws Exception {
        List<Double> ours = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            for (StudentKey student : HandingBack.sealed(workspace.batch())) {
                forget(workspace);
                long from = System.nanoTime();
                Proof proof = Proof.of(workspace.batch(), workspace.folder(),
                        choices(MarkedPdf.Form.PRINTED_MARGIN, Profile.Sheet.NONE), student, Instant.EPOCH,
                        world.resolve("proof"));
                try (OpenDocument document = OpenDocument.open(proof.files().getFirst().file())) {
                    document.render(0, width / document.geometry(0).shownWidth());
                }
                if (round > 0) { // the first round warms up
                    ours.add((System.nanoTime() - from) / 1e6);
                }
            }
        }
        return ours;
    }

    private void intoFolder(Workspace workspace, IntakeFigures.FigureSink say) throws Exception {
        List<Path> pdfs = workspace.batch()
                .submissions()
                .stream()
                .flatMap(s -> s.documents().stream())
                .filter(d -> d.pages() instanceof Pages.Ready)
                .map(workspace.folder()::pages)
                .toList();
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        List<Double> again = new ArrayList<>();
        for (int round = 0; round < ROUNDS + 1; round++) {
            forget(workspace);
            double mine = handedBack(workspace, "handed " + round);
            double unchanged = handedBack(workspace, "handed again " + round);
            double rewritten = rewritten(pdfs);
            if (round > 0) {
                again.add(unchanged);
                ours.add(mine);
                theirs.add(rewritten);
            }
        }
        say.report("a class of 26 into a folder, with printed margins and tagged feedback sheets",
                "`qpdf` rewriting the same files", percentile(ours, 0.5), percentile(theirs, 0.5), "s");
        say.report("the same class into another folder, nothing changed", "`qpdf` rewriting the same files",
                percentile(again, 0.5), percentile(theirs, 0.5), "s");
    }

    /** @return seconds */
    private double handedBack(Workspace workspace, String folder) throws Exception {
        long from = System.nanoTime();
        new HandingBack(workspace, Clock.systemUTC(), choices(MarkedPdf.Form.PRINTED_MARGIN, Profile.Sheet.PDF))
                .toFolder(world.resolve(folder), Progress.NONE);
        return (System.nanoTime() - from) / 1e9;
    }

    /** @return seconds that qpdf takes for the same files */
    private double rewritten(List<Path> pdfs) throws Exception {
        long from = System.nanoTime();
        for (Path pdf : pdfs) {
            Bench.run(List.of("qpdf", pdf.toString(), world.resolve("theirs.pdf").toString()));
        }
        return (System.nanoTime() - from) / 1e9;
    }

    /** Deletes what was made, so that it is made again. */
    private static void forget(Workspace workspace) throws IOException {
        Path made = workspace.folder().outgoing().resolve("made");
        if (Files.isDirectory(made)) {
            try (Stream<Path> files = Files.list(made)) {
                for (Path file : files.toList()) {
                    Files.delete(file);
                }
            }
        }
    }

    /** By the command, in a program of its own with 512 MB of heap. */
    private void thousand(Workspace demo, IntakeFigures.FigureSink say) throws Exception {
        Path large = world.resolve("a thousand");
        List<Path> pdfs = makeThousand(demo, large);
        try (Workspace workspace = Workspace.open(large, Clock.systemUTC())) {
            mark(workspace);
            new Profile(MarkedPdf.Form.PRINTED_MARGIN, Profile.Sheet.PDF).write(workspace.folder().profile());
        }
        long from = System.nanoTime();
        Bench.run(List.of(ProcessHandle.current().info().command().orElse("java"), "-Xmx512m",
                "-XX:TieredStopAtLevel=1", // as the launcher does
                "--enable-native-access=ALL-UNNAMED", "-cp", System.getProperty("java.class.path"),
                "org.epiglyph.command.EpiglyphCommand", "hand-back", "--folder", world.resolve("large out").toString(),
                large.toString()));
        double mine = (System.nanoTime() - from) / 1e9;
        say.report(
                "a class of 1,000 into a folder in 512 MB of heap, with printed margins and tagged feedback sheets, including the start of the program",
                "`qpdf` rewriting the same files", mine, rewritten(pdfs), "s");
    }

    /** @return the originals of the students */
    private static List<Path> makeThousand(Workspace demo, Path large) throws Exception {
        List<Document> sources = demo.batch()
                .submissions()
                .stream()
                .flatMap(s -> s.documents().stream())
                .filter(d -> d.pages() instanceof Pages.Ready ready && ready.rendition().isEmpty())
                .toList();
        List<Path> pdfs = new ArrayList<>();
        try (NewBatch made = NewBatch.at(large)) {
            for (int i = 0; i < STUDENTS; i++) {
                Document source = sources.get(i % sources.size());
                Path pdf = demo.folder().original(source);
                pdfs.add(pdf);
                String name = key(i) + "_work.pdf";
                try (InputStream bytes = Files.newInputStream(pdf)) {
                    Originals.Stored stored = made.store("d" + i, name, bytes);
                    made.add(new Student(key(i), "Given" + i, "Family" + i, ""),
                            List.of(new HandIn(1, Optional.empty(), "", List.of(new Document("d" + i, name,
                                    stored.sha256(), stored.bytes(), new Pages.Ready(source.pageCount(), ""), "")))));
                }
            }
            made.place(demo.batch().task(), demo.batch().scheme(), Phrasebook.EMPTY);
        }
        return pdfs;
    }
}
