package org.epiglyph.desktop;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;

/** Three students with pages of the demo: K-1 typed, K-2 a scan, K-3 typed and handed in twice. Quick to create. */
public final class SmallBatch {
    public static final StudentKey TYPED = new StudentKey("K-1");
    public static final StudentKey SCANNED = new StudentKey("K-2");
    public static final StudentKey TWICE = new StudentKey("K-3");
    /** K-3's message with the second hand-in: longer than the space in the ledger. */
    public static final String MESSAGE = "I have done question two again \uD83D\uDE42. ".repeat(90).strip();
    private final Path folder;
    private final Path typed;

    private SmallBatch(Path folder, Path typed) {
        this.folder = folder;
        this.typed = typed;
    }

    /** The batch's folder. */
    public Path folder() {
        return folder;
    }

    /** A PDF with text, as handed in by K-1. */
    public Path typed() {
        return typed;
    }

    /** Creates the batch in a folder of its own within the world. */
    public static SmallBatch make(Path world) throws Exception {
        DemoCopy.make(world.resolve("office"), world.resolve("demo shelf"));
        Path files = world.resolve("office").resolve("tasks").resolve(DemoWorld.TASK).resolve("files");
        Path made = MadeOnce.folder("small", f -> make(files, f));
        Path folder = world.resolve("shelf").resolve("small");
        MadeOnce.copy(made.resolve("batch"), folder);
        return new SmallBatch(folder, files.resolve(Files.readString(made.resolve("typed"))));
    }

    private static void make(Path files, Path into) throws Exception {
        Path typed = first(files, true);
        Path scan = first(files, false);
        Files.writeString(into.resolve("typed"), typed.getFileName().toString());
        Path folder = into.resolve("batch");
        try (NewBatch batch = NewBatch.at(folder)) {
            batch.add(new Student(TYPED, "Ada", "Typed", "", "ada@students.example"),
                    List.of(new HandIn(1, Optional.empty(), "Page 2 is late work. Ada",
                            List.of(document(batch, "d1", typed)))));
            batch.add(new Student(SCANNED, "Bao", "Scanned", "", "bao@students.example"),
                    List.of(new HandIn(1, Optional.empty(), "", List.of(document(batch, "d2", scan)))));
            batch.add(new Student(TWICE, "Cem", "Twice", ""),
                    List.of(new HandIn(1, Optional.empty(), "", List.of(document(batch, "d3", scan))),
                            new HandIn(2, Optional.empty(), MESSAGE, List.of(document(batch, "d4", typed)))));
            BigDecimal half = new BigDecimal("0.5");
            batch.place(
                    new Task("", "", "Workbook", "Show your working.", Optional.empty(), ZoneId.of("UTC"),
                            BigDecimal.valueOf(16)),
                    new MarkScheme(List.of(new Criterion("c1", "Method", "", BigDecimal.valueOf(8), half),
                            new Criterion("c2", "Units", "", BigDecimal.valueOf(8), half))),
                    new Phrasebook(List.of(new Phrase("p1", "un", "Units!", "c2", Optional.empty()))));
        }
    }

    /** The first PDF with or without text. */
    private static Path first(Path files, boolean withWords) throws IOException {
        List<Path> all;
        try (Stream<Path> list = Files.list(files)) {
            all = list.filter(p -> p.toString().endsWith(".pdf")).sorted().toList();
        }
        for (Path pdf : all) {
            try (OpenDocument document = OpenDocument.open(pdf)) {
                PageText text = document.text(0);
                boolean fits = withWords
                        ? document.pageCount() > 1 && text.words().stream().anyMatch(w -> w.text().equals("range"))
                        : text.words().isEmpty();
                if (fits) {
                    return pdf;
                }
            } catch (Problem e) {
                continue; // one in the demo cannot be read
            }
        }
        throw new IllegalStateException("The demo has no such document");
    }

    public static Document document(NewBatch batch, String id, Path pdf) throws IOException, Problem {
        int pages;
        try (OpenDocument document = OpenDocument.open(pdf)) {
            pages = document.pageCount();
        }
        try (InputStream bytes = Files.newInputStream(pdf)) {
            Originals.Stored stored = batch.store(id, "work.pdf", bytes);
            return new Document(id, "work.pdf", stored.sha256(), stored.bytes(), new Pages.Ready(pages, ""), "a test");
        }
    }
}
