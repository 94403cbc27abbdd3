package org.epiglyph.bench;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.stream.Stream;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.exchange.phrases.PhraseFile;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.exchange.scheme.SchemeFile;
import org.epiglyph.recordoffice.RecordOffice;
import org.epiglyph.workspace.Workspace;
import org.epiglyph.workspace.WorkspaceObserver;

/** Measures against outside programs and bare baselines in the same run, and writes docs/performance.md. */
public final class Bench {
    private static final int EDITS = 1000;
    private static final int WARMING = 300;
    private static final double DPI = 110;
    private final Path world;
    private final List<String> lines = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();

    private Bench(Path world) {
        this.world = world;
    }

    interface Timed {
        void run() throws Exception;
    }

    /**
     * @param arguments the checkout's folder; and {@code start}, {@code desk}, {@code scoring}, {@code growth}, {@code
     *                  book}, {@code passages}, {@code intake}, {@code effort} or {@code hand-back} to measure only
     *                  that and write nothing
     */
    public static void main(String[] arguments) throws Exception {
        Path world = Files.createTempDirectory("epiglyph-bench");
        Bench bench = new Bench(world);
        try {
            bench.run(Path.of(arguments[0]), arguments.length > 1 ? arguments[1] : "");
        } finally {
            try (Stream<Path> all = Files.walk(world)) {
                all.sorted(java.util.Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
            }
        }
    }

    private void run(Path checkout, String only) throws Exception {
        Path plot = checkout.resolve("docs/growth.png");
        switch (only) {
            case "start" -> new StartFigures(world).report(collect(), this::print);
            case "scoring" -> new ScoringBench().report(this::print);
            case "growth" -> new GrowthFigures(world).report(this::print, System.out::println, plot);
            case "book" -> new BookFigures(world).report(this::print);
            case "passages" -> new PassagesFigures().report(collect(), this::print);
            case "intake" -> {
                annotating(collect());
                new IntakeFigures(world).report(this::print);
            }
            case "effort" -> new EffortFigures(world).report(pdfs(collect()).getFirst(), System.out::println);
            case "hand-back" -> new HandBackFigures(world).report(collect(), this::print);
            case "desk" -> new DeskFigures(world).report(collect(), this::print, notes::add);
            default -> all(collect(), plot, checkout.resolve("docs/performance.md"));
        }
    }

    private void all(Path batch, Path plot, Path figures) throws Exception {
        new StartFigures(world).report(batch, this::print);
        pageImages(batch);
        annotating(batch);
        new IntakeFigures(world).report(this::print);
        new DeskFigures(world).report(batch, this::print, notes::add); // of the class as collected, as when run alone
        new HandBackFigures(world).report(batch, this::print);
        committing(batch);
        new EffortFigures(world).report(pdfs(batch).getFirst(), notes::add);
        collecting();
        matching();
        new ScoringBench().report(this::print);
        new GrowthFigures(world).report(this::print, notes::add, plot);
        new BookFigures(world).report(this::print);
        new PassagesFigures().report(batch, this::print);
        write(figures);
    }

    private Path collect() throws Exception {
        Path shelf = world.resolve("shelf");
        DemoWorld.make(world.resolve("office"), shelf);
        try (RecordOffice office = RecordOffice.start(world.resolve("office"), 0, Clock.systemUTC());
                CollectPlan plan = Planning.fromRecord(
                        RecordServices.installed()
                                .connect(office.address(), Files.readString(world.resolve("office/token"))),
                        DemoWorld.TASK,
                        Optional.empty(), Progress.NONE)) {
            var scheme = SchemeFile.read(Files.readAllBytes(shelf.resolve("mark schemes/Tidal heights workbook.csv")),
                    "scheme");
            var phrases = PhraseFile.read(
                    Files.readAllBytes(shelf.resolve("phrasebooks/Tides and Passage Planning.csv")), "phrases", scheme);
            Collecting.run(plan, scheme, phrases, shelf.resolve("batch"), Progress.NONE);
        }
        try (Workspace workspace = Workspace.open(shelf.resolve("batch"), Clock.systemUTC())) {
            PageMaking.all(workspace, Progress.NONE);
        }
        return shelf.resolve("batch");
    }

    static double seconds(Timed work) throws Exception {
        long from = System.nanoTime();
        work.run();
        return (System.nanoTime() - from) / 1e9;
    }

    static double median(List<Double> values) {
        List<Double> sorted = values.stream().sorted().toList();
        return sorted.get(sorted.size() / 2);
    }

    void print(String what, String against, double ours, double theirs, String unit) {
        String line = String.format(Locale.ROOT, "| %s | %s | %.3f %s | %.3f %s | %.2f |", what, against, ours, unit,
                theirs, unit, ours / theirs);
        lines.add(line);
        System.out.println(line);
    }

    static void run(List<String> command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        int code = process.waitFor();
        if (code != 0 && !(code == 3 && command.getFirst().equals("qpdf"))) { // qpdf: 3 means done with warnings
            throw new IOException(command.getFirst() + " ended with " + code);
        }
    }

    private List<Path> pdfs(Path batch) throws Exception {
        List<Path> pdfs = new ArrayList<>();
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            for (Submission submission : workspace.batch().submissions()) {
                for (Document document : submission.documents()) {
                    if (document.pages() instanceof Pages.Ready) {
                        pdfs.add(workspace.folder().pages(document));
                    }
                }
            }
        }
        return pdfs;
    }

    private void pageImages(Path batch) throws Exception {
        List<Double> ratios = new ArrayList<>();
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        Path out = Files.createDirectories(world.resolve("images"));
        for (int round = 0; round < 3; round++) {
            for (Path pdf : pdfs(batch)) {
                double mine = seconds(() -> drawAll(pdf));
                double poppler = seconds(() -> run(List.of("pdftoppm", "-r", String.valueOf((int) DPI), pdf.toString(),
                        out.resolve("p").toString())));
                if (round > 0) { // the first round warms up
                    ours.add(mine);
                    theirs.add(poppler);
                    ratios.add(mine / poppler);
                }
            }
        }
        print("all pages of a document as images at 110 dpi, warm", "`pdftoppm` on the same file", median(ours),
                median(theirs), "s");
        lines.add("| median of the ratios document by document | | | | "
                + String.format(Locale.ROOT, "%.2f", median(ratios)) + " |");
    }

    private static void drawAll(Path pdf) throws Exception {
        try (OpenDocument document = OpenDocument.open(pdf)) {
            for (int i = 0; i < document.pageCount(); i++) {
                document.render(i, DPI / 72);
            }
        }
    }

    private void annotating(Path batch) throws Exception {
        List<Mark> marks = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            Head head = new Head("m" + i, new PageRef("d", 0), Ink.MADDER, 0,
                    Remark.of("A remark of some length, as markers write them."));
            marks.add(new Stamp(head, Sign.values()[i % 6], new PagePoint(60 + 30 * i, 200 + 20 * i), 22));
        }
        Path out = Files.createDirectories(world.resolve("marked"));
        List<Path> pdfs = pdfs(batch);
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        for (int round = 0; round < 4; round++) {
            double mine = 0;
            double qpdf = 0;
            for (Path pdf : pdfs) {
                mine += seconds(
                        () -> MarkedPdf.write(pdf, pdf.resolveSibling("pictures"), marks,
                                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "Marker", Instant.EPOCH),
                                out.resolve("ours.pdf")));
                qpdf += seconds(() -> run(List.of("qpdf", pdf.toString(), out.resolve("theirs.pdf").toString())));
            }
            if (round > 0) {
                ours.add(mine);
                theirs.add(qpdf);
            }
        }
        print("writing " + pdfs.size() + " annotated PDFs with 12 marks each", "`qpdf` rewriting the same files",
                median(ours), median(theirs), "s");
    }

    private void committing(Path batch) throws Exception {
        List<Double> ours = new ArrayList<>();
        List<Double> bare = new ArrayList<>();
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC());
                Connection connection = DriverManager.getConnection("jdbc:sqlite:" + world.resolve("bare.sqlite"))) {
            Semaphore kept = new Semaphore(0);
            workspace.observe(releasing(kept));
            prepareBare(connection);
            StudentKey student = workspace.batch().submissions().iterator().next().student().key();
            try (PreparedStatement insert = connection.prepareStatement("INSERT INTO history VALUES (?, ?, ?, ?)")) {
                for (int i = 0; i < EDITS; i++) {
                    if (i == WARMING) {
                        ours.clear();
                        bare.clear();
                    }
                    BigDecimal points = BigDecimal.valueOf(i % 8);
                    ours.add(seconds(() -> {
                        workspace.edit(new Edit.SetScore(student, "c1", Optional.of(points)));
                        kept.acquire();
                    }));
                    int number = i;
                    bare.add(seconds(() -> insertBare(insert, number)));
                }
            }
        }
        print("one edit until it is durable and reported as saved", "a bare SQLite insert in the same mode",
                median(ours) * 1000, median(bare) * 1000, "ms");
    }

    private static WorkspaceObserver releasing(Semaphore kept) {
        return new WorkspaceObserver() {
            @Override
            public void saved(long number, Instant at) {
                kept.release();
            }
        };
    }

    private static void prepareBare(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("PRAGMA journal_mode = WAL");
            statement.execute("PRAGMA synchronous = FULL");
            statement.execute(
                    "CREATE TABLE history (number INTEGER PRIMARY KEY, at TEXT, kind TEXT, edit TEXT) STRICT");
        }
    }

    private static void insertBare(PreparedStatement insert, int number) throws SQLException {
        insert.setInt(1, number);
        insert.setString(2, Instant.EPOCH.toString());
        insert.setString(3, "DONE");
        insert.setString(4, "{\"kind\":\"score\",\"student\":\"K-4401\",\"criterion\":\"c1\",\"score\":5}");
        insert.executeUpdate();
    }

    /** Our time is that of the collecting process itself, with a heap bounded to 512 MB. */
    private void collecting() throws Exception {
        Path folder = world.resolve("large");
        LargeClass.make(folder);
        List<Double> ours = new ArrayList<>();
        List<Double> unzip = new ArrayList<>();
        long heap = 0;
        for (int round = 0; round < 4; round++) {
            Path batch = folder.resolve("batch" + round);
            Path unzipped = folder.resolve("unzipped" + round);
            String[] said = collectLarge(folder, batch);
            double theirs = seconds(() -> run(List.of("unzip", "-q", folder.resolve("class.zip").toString(), "-d",
                    unzipped.toString())));
            if (round > 0) { // the first round warms the disk's cache
                ours.add(Double.parseDouble(said[0]));
                unzip.add(theirs);
            }
            heap = Math.max(heap, Long.parseLong(said[1]));
            delete(batch);
            delete(unzipped);
        }
        print("collecting 1,000 submissions, " + (Files.size(folder.resolve("class.zip")) >> 20)
                + " MB, with a heap of at most 512 MB", "`unzip` of the same archive", median(ours), median(unzip),
                "s");
        notes.add("After collecting 1,000 submissions " + (heap >> 20) + " MB of heap were in use.");
        delete(folder);
    }

    /** @return the elapsed seconds, and the bytes of heap in use then */
    private static String[] collectLarge(Path folder, Path batch) throws Exception {
        Process process = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(), "-Xmx512m",
                "--enable-native-access=ALL-UNNAMED", "-cp", System.getProperty("java.class.path"),
                LargeClass.class.getName(), folder.resolve("class.zip").toString(),
                folder.resolve("class.csv").toString(), batch.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        String[] said = process.inputReader().readLine().split(" ");
        if (process.waitFor() != 0) {
            throw new IOException("Collecting ended with " + process.exitValue());
        }
        return said;
    }

    private static void delete(Path root) throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            all.sorted(java.util.Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
        }
    }

    private void matching() {
        LargeRoster roster = new LargeRoster();
        LargeRoster.Outcome first = roster.match();
        LargeRoster.Outcome warm = roster.match();
        String line = String.format(Locale.ROOT,
                "Matching %d files to 2,000 students, typing errors in a tenth of the names: %.2f s the first time, %.2f s warm. Of %d reported as certain, %d are wrong (precision %.1f %%); that is %.1f %% of all files. Of %d more the right student is suggested first, so that recall is %.1f %%.",
                first.files(), first.seconds(), warm.seconds(), first.certain(), first.wrong(),
                100.0 * (first.certain() - first.wrong()) / first.certain(), 100.0 * first.certain() / first.files(),
                first.proposed(), 100.0 * (first.certain() - first.wrong() + first.proposed()) / first.files());
        notes.add(line);
        System.out.println(line);
    }

    private void write(Path file) throws IOException {
        List<String> text = new ArrayList<>(List.of("# Performance", "",
                "Written by `./epiglyph bench`, which measures against outside programs and bare baselines in the same run on the demo's class.",
                "Medians; the ratios matter, the seconds are those of one machine with "
                        + Runtime.getRuntime().availableProcessors() + " cores on "
                        + Instant.now().atZone(ZoneId.of("UTC")).toLocalDate() + ".",
                "", "| what | against | Epiglyph | other | ratio |", "|---|---|---|---|---|"));
        text.addAll(lines);
        text.addAll(List.of("",
                "`pdftoppm` and `qpdf` are timed including process start and writing their files; Epiglyph opens each document anew and renders into memory."));
        notes.forEach(n -> text.addAll(List.of("", n)));
        Files.write(file, text);
    }
}
