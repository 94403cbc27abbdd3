package org.epiglyph.workspace;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.places.WholeFile;
import org.slf4j.LoggerFactory;

/**
 * The words of a document's pages, cached in a file of the batch's folder, so that the document need not be read again.
 * The file is valid only for the very bytes it was computed from; if anything is odd about it, it is ignored.
 */
public final class WordsFile {
    private static final int FORM = 0x57524431;
    private static final int MOST_PAGES = 100_000;
    private static final int MOST_WORDS = 1_000_000;
    private static final int LONGEST = 16_000;

    private WordsFile() {}

    /** The words page by page; empty if they are unknown. */
    public static Optional<List<PageText>> read(BatchFolder folder, Document document) {
        return read(folder.words(document), document);
    }

    /** The words recognised on pages that are pictures, page by page; empty if recognition has not run yet. */
    public static Optional<List<PageText>> readRecognised(BatchFolder folder, Document document) {
        return read(folder.recognised(document), document);
    }

    private static Optional<List<PageText>> read(Path file, Document document) {
        if (!Files.isRegularFile(file)) {
            return Optional.empty();
        }
        try (DataInputStream in = new DataInputStream(
                new BufferedInputStream(new InflaterInputStream(Files.newInputStream(file))))) {
            if (in.readInt() != FORM || !in.readUTF().equals(source(document))) {
                return Optional.empty();
            }
            int pages = within(in.readInt(), MOST_PAGES);
            List<PageText> all = new ArrayList<>();
            for (int i = 0; i < pages; i++) {
                all.add(page(in));
            }
            return in.read() < 0 ? Optional.of(all) : Optional.empty(); // reading to the end compares the checksum
        } catch (IOException | RuntimeException e) {
            LoggerFactory.getLogger(WordsFile.class).info("Words of a document are read anew ({})", e.getClass());
            return Optional.empty();
        }
    }

    private static PageText page(DataInputStream in) throws IOException {
        int count = within(in.readInt(), MOST_WORDS);
        List<PageWord> words = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            String text = in.readUTF();
            words.add(new PageWord(text, new PageBox(in.readFloat(), in.readFloat(), in.readFloat(), in.readFloat()),
                    within(in.readInt(), MOST_WORDS)));
        }
        return new PageText(words);
    }

    private static int within(int value, int most) throws IOException {
        if (value < 0 || value > most) {
            throw new IOException("Out of bounds");
        }
        return value;
    }

    /** @throws IOException if the disk is full; the words can still be read from the document */
    public static void write(BatchFolder folder, Document document, List<PageText> pages) throws IOException {
        write(folder, folder.words(document), document, pages);
    }

    /** @throws IOException if the disk is full */
    public static void writeRecognised(BatchFolder folder, Document document, List<PageText> pages)
            throws IOException {
        write(folder, folder.recognised(document), document, pages);
    }

    private static void write(BatchFolder folder, Path file, Document document, List<PageText> pages)
            throws IOException {
        folder.make(file.getParent());
        WholeFile.write(file, beside -> {
            try (DataOutputStream out = new DataOutputStream(
                    new BufferedOutputStream(new DeflaterOutputStream(Files.newOutputStream(beside),
                            new Deflater(Deflater.BEST_SPEED))))) {
                out.writeInt(FORM);
                out.writeUTF(source(document));
                out.writeInt(pages.size());
                for (PageText page : pages) {
                    write(out, page);
                }
            }
        });
    }

    private static void write(DataOutputStream out, PageText page) throws IOException {
        out.writeInt(page.words().size());
        for (PageWord word : page.words()) {
            out.writeUTF(word.text().length() > LONGEST ? word.text().substring(0, LONGEST) : word.text());
            out.writeFloat((float) word.box().left());
            out.writeFloat((float) word.box().top());
            out.writeFloat((float) word.box().width());
            out.writeFloat((float) word.box().height());
            out.writeInt(word.line());
        }
    }

    /** What the words were read from: the received bytes, and what was made of them. */
    private static String source(Document document) {
        return document.sha256() + (document.pages() instanceof Pages.Ready ready ? " " + ready.rendition() : "");
    }
}
