package org.epiglyph.documents;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.RandomAccessRead;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.apache.pdfbox.pdfparser.PDFParser;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.documents.base.Scratch;
import org.slf4j.LoggerFactory;

/**
 * Writes a marked copy of a document: the original bytes, followed by an incremental update (ISO 32000-2, 7.5.6) that
 * adds one annotation per mark. A file to which no update can be appended is rewritten. Every copy is reopened and
 * verified before it is released.
 */
public final class MarkedPdf {
    private static final int TAIL = 2048;
    private static final double TRIAL_SCALE = 0.2;
    private static final Pattern START = Pattern.compile("startxref\\s+(\\d+)\\s+%%EOF");

    private MarkedPdf() {}

    /** The form of a marked copy. */
    public enum Form {
        /** One open annotation per mark. */
        ANNOTATIONS,
        /** The same, and the remarks printed into a margin added on the right. */
        PRINTED_MARGIN,
        /** The same on pages of their original size: page and margin are scaled down together. */
        SCALED_MARGIN,
        /** The marks drawn into the pages, and the remarks printed into a margin; nothing can be opened or removed. */
        FLATTENED,
        /** The same on pages of their original size. */
        SCALED_FLATTENED;

        boolean isFlattened() {
            return this == FLATTENED || this == SCALED_FLATTENED;
        }

        boolean isScaled() {
            return this == SCALED_MARGIN || this == SCALED_FLATTENED;
        }
    }

    /**
     * How copies are written.
     *
     * @param form   their form
     * @param plain  true to remove scripts and launch actions; a copy with any is then rewritten
     * @param author who marked, as readers show it; may be empty
     * @param at     the time that the annotations carry
     */
    public record Manner(Form form, boolean plain, String author, Instant at) {}

    /**
     * How a copy was written.
     *
     * @param anew     true if it was rewritten, false if it is the received bytes with an update appended
     * @param unsigned true if signatures of the document have become invalid
     */
    public record Written(boolean anew, boolean unsigned) {}

    /**
     * Writes the copy to a temporary file, reopens it, and moves it to its target.
     *
     * @param source   the document's pages as PDF; only read
     * @param pictures the folder of the marker's own pictures
     * @param marks    the marks to write; the caller has left out what is private
     * @param manner   how it is written
     * @param target   the file to write; an earlier one is replaced
     * @throws Problem if the document cannot be written completely, with the true reason; the target is unchanged
     */
    public static Written write(Path source, Path pictures, List<Mark> marks, Manner manner, Path target)
            throws Problem {
        return write(source, pictures, marks, List.of(), manner, target);
    }

    /**
     * The same with spoken remarks.
     *
     * @param sounds attached to their marks if marks are annotations; none are if everything is drawn into the pages
     */
    public static Written write(Path source, Path pictures, List<Mark> marks, List<AttachedSound> sounds,
            Manner manner, Path target) throws Problem {
        if (marks.stream().anyMatch(Mark::isPrivate)) {
            throw new IllegalArgumentException("A private mark is on its way out");
        }
        Path beside = target.resolveSibling(target.getFileName() + ".part");
        try {
            Files.createDirectories(target.toAbsolutePath().getParent());
            Written written = new Writing(source, marks, sounds, pictures, manner, beside).write();
            Files.move(beside, target, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            return written;
        } catch (IOException e) {
            throw new Problem(failed(source), e);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            throw new Problem(
                    Message.of(MarkedPdf.class, "cannotTakeMarks"),
                    e);
        } finally {
            deleteQuietly(beside);
        }
    }

    /** Why a copy failed: because of the pages it is made of, or of the disk. */
    private static Message failed(Path source) {
        if (!Files.isReadable(source)) {
            return Message.of(MarkedPdf.class, "pagesMissing");
        }
        try (PDDocument _ = load(source)) {
            return Message.of(MarkedPdf.class, "cannotBeWritten");
        } catch (IOException | RuntimeException | StackOverflowError e) {
            return Message.of(MarkedPdf.class, "pagesDamaged");
        }
    }

    /** One copy being written. */
    private static final class Writing {
        private final Path source;
        private final List<Mark> marks;
        private final List<AttachedSound> sounds;
        private final Path pictures;
        private final Annotations annotations;
        private final Manner manner;
        private final Path beside;
        private PrintedMargin margin;
        private boolean signed;

        Writing(Path source, List<Mark> marks, List<AttachedSound> sounds, Path pictures, Manner manner, Path beside) {
            this.source = source;
            this.marks = marks;
            this.sounds = sounds;
            this.pictures = pictures;
            this.annotations = new Annotations(manner.author, manner.at, pictures);
            this.manner = manner;
            this.beside = beside;
        }

        Written write() throws IOException, Problem {
            if (marks.isEmpty() && !manner.plain) {
                Files.copy(source, beside, StandardCopyOption.REPLACE_EXISTING);
                load(beside).close(); // pages that were made of a document may have been damaged since
                return new Written(false, false);
            }
            if (canBeUpdated(source)) {
                Optional<Map<Integer, Integer>> expected = update();
                if (expected.isPresent() && isWhole(expected.get(), false)) {
                    return new Written(false, signed && (manner.form.isFlattened() || margin.hasPrinted()));
                }
            }
            return new Written(true, anew());
        }

        /** @return number of annotations of each page afterwards; empty if the copy must be rewritten */
        private Optional<Map<Integer, Integer>> update() throws IOException {
            try (PDDocument document = load(source);
                    RandomAccessRead bytes = new RandomAccessReadBufferedFile(source.toFile());
                    OutputStream out = new BufferedOutputStream(Files.newOutputStream(beside))) {
                if (!PageTree.isRegular(document) || manner.plain && ActiveContent.isIn(document)) {
                    return Optional.empty();
                }
                signed = !document.getSignatureDictionaries().isEmpty();
                document.setDocumentId(manner.at.toEpochMilli()); // the same copy at the same time has the same bytes
                Set<COSDictionary> changed = new HashSet<>();
                Map<Integer, Integer> expected = add(document, changed);
                margin.subset();
                UpdateWriter.write(document, bytes, changed, out);
                return Optional.of(expected);
            }
        }

        /** @return true if the document had signatures */
        private boolean anew() throws IOException, Problem {
            Map<Integer, Integer> expected;
            try (PDDocument document = load(source);
                    OutputStream out = new BufferedOutputStream(Files.newOutputStream(beside))) {
                if (!PageTree.isRegular(document)) {
                    PageTree.repair(document);
                }
                document.setDocumentId(manner.at.toEpochMilli());
                signed = !document.getSignatureDictionaries().isEmpty();
                if (manner.plain) {
                    ActiveContent.remove(document);
                }
                expected = add(document, new HashSet<>());
                document.save(out, CompressParameters.NO_COMPRESSION);
            }
            if (!isWhole(expected, true)) {
                throw new Problem(
                        Message.of(MarkedPdf.class, "notWhole"));
            }
            return signed;
        }

        private Map<Integer, Integer> add(PDDocument document, Set<COSDictionary> changed) throws IOException {
            Map<Integer, List<Mark>> byPage = marks.stream()
                    .collect(Collectors.groupingBy(m -> m.page().index(), TreeMap::new, Collectors.toList()));
            List<PDPage> pages = new ArrayList<>();
            document.getPages().forEach(pages::add);
            if (byPage.keySet().stream().anyMatch(p -> p >= pages.size())) {
                throw new IllegalStateException("A mark stands on a page that the document has not");
            }
            margin = new PrintedMargin(document, manner.form.isScaled(), changed);
            Map<Integer, Integer> expected = new TreeMap<>();
            for (int index = 0; index < pages.size(); index++) {
                PDPage page = pages.get(index);
                List<Mark> own = byPage.getOrDefault(index, List.of());
                if (!own.isEmpty()) {
                    if (manner.form.isFlattened()) {
                        new Flattening(document, pictures).draw(page, own);
                    } else {
                        addAll(page, annotations.of(document, page, own));
                        addAll(page, new SoundAnnotations(annotations, pictures).of(document, page, own, sounds));
                    }
                    changed.add(page.getCOSObject());
                }
                expected.put(expected.size(), count(page));
                int behind = manner.form == Form.ANNOTATIONS ? 0 : margin.print(page, own);
                for (int i = 0; i < behind; i++) {
                    expected.put(expected.size(), 0);
                }
            }
            return expected;
        }

        /**
         * Opened like any reader would: every page has its annotations, and if it was rewritten, a marked page is
         * drawn.
         */
        private boolean isWhole(Map<Integer, Integer> expected, boolean draw) {
            try (PDDocument copy = load(beside)) {
                int index = 0;
                for (PDPage page : copy.getPages()) {
                    if (!Integer.valueOf(count(page)).equals(expected.get(index))) {
                        return false;
                    }
                    index++;
                }
                if (index != expected.size() || !PageTree.isRegular(copy)) {
                    return false;
                }
                if (draw && !marks.isEmpty()) {
                    new BoundedRenderer(copy, new Budget(OpenDocument.USUAL_BUDGET))
                            .renderImage(marks.getFirst().page().index(), (float) TRIAL_SCALE);
                }
                return true;
            } catch (Budget.Spent e) {
                return true; // slow in the original too; the marks are not to blame
            } catch (IOException | RuntimeException | StackOverflowError e) {
                return false;
            }
        }
    }

    private static PDDocument load(Path pdf) throws IOException {
        return Loader.loadPDF(pdf.toFile(), Scratch.cache());
    }

    private static int count(PDPage page) {
        return page.getCOSObject().getDictionaryObject(COSName.ANNOTS) instanceof COSArray all ? all.size() : 0;
    }

    /** True if the file can be read without repair, so that an appended update is found by every reader. */
    private static boolean canBeUpdated(Path source) throws IOException {
        if (!hasValidEnd(source)) {
            return false;
        }
        try (RandomAccessRead bytes = new RandomAccessReadBufferedFile(source.toFile());
                PDDocument _ = new PDFParser(bytes, "", null, null, Scratch.cache())
                        .parse(false)) {
            return true;
        } catch (IOException | RuntimeException e) {
            return false;
        }
    }

    /** Gives the page an array of its own, so that an array shared by indirect reference stays unchanged. */
    private static void addAll(PDPage page, List<COSDictionary> annotations) {
        COSArray all = new COSArray();
        if (page.getCOSObject().getDictionaryObject(COSName.ANNOTS) instanceof COSArray there) {
            for (int i = 0; i < there.size(); i++) {
                COSBase kept = there.get(i);
                all.add(kept);
            }
        }
        annotations.forEach(all::add);
        page.getCOSObject().setItem(COSName.ANNOTS, all);
    }

    /** True if the file states at its end where its last cross-reference section is; a truncated one does not. */
    static boolean hasEnd(Path pdf) throws IOException {
        return lastStart(pdf) >= 0;
    }

    /** True if the last cross-reference section is where the file says, so that an update can be appended. */
    static boolean hasValidEnd(Path pdf) throws IOException {
        long offset = lastStart(pdf);
        try (RandomAccessFile file = new RandomAccessFile(pdf.toFile(), "r")) {
            if (offset < 0 || offset >= file.length()) {
                return false;
            }
            byte[] there = new byte[(int) Math.min(24, file.length() - offset)];
            file.seek(offset);
            file.readFully(there);
            return new String(there, StandardCharsets.ISO_8859_1).matches("(?s)(xref\\s.*|\\d+\\s+\\d+\\s+obj.*)");
        }
    }

    private static long lastStart(Path pdf) throws IOException {
        try (RandomAccessFile file = new RandomAccessFile(pdf.toFile(), "r")) {
            byte[] tail = new byte[(int) Math.min(TAIL, file.length())];
            file.seek(file.length() - tail.length);
            file.readFully(tail);
            Matcher start = START.matcher(new String(tail, StandardCharsets.ISO_8859_1));
            long offset = -1;
            while (start.find()) {
                offset = start.group(1).length() > 18 ? Long.MAX_VALUE : Long.parseLong(start.group(1));
            }
            return offset;
        }
    }

    private static void deleteQuietly(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            LoggerFactory.getLogger(MarkedPdf.class).warn("A temporary file stays behind", e);
        }
    }
}
