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
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDPage;
import org.epiglyph.core.Problem;
import org.epiglyph.core.marks.Mark;
import org.slf4j.LoggerFactory;

/**
 * Writes a marked copy of a document: the bytes as they were, with an incremental update behind them
 * (ISO 32000-2, 7.5.6) that adds one annotation a mark. A file whose end is damaged is written anew instead.
 */
public final class MarkedPdf {
    private static final int TAIL = 2048;
    private static final Pattern START = Pattern.compile("startxref\\s+(\\d+)\\s+%%EOF");

    private MarkedPdf() {}

    /**
     * Writes the copy to a temporary name and moves it into place.
     *
     * @param source the document's pages as PDF; only read
     * @param pictures the folder of the marker's own pictures
     * @param marks  the marks to write; the caller has left out what is private
     * @param author who marked, as readers show it; may be empty
     * @param at     the time that the annotations bear
     * @param plain  true to take scripts and launches out; the copy is then written anew where there are any
     * @param target the file to write; an earlier one is replaced
     * @throws Problem where the document cannot be written; the target is as before
     */
    public static void write(Path source, Path pictures, List<Mark> marks, String author, Instant at, boolean plain,
            Path target)
            throws Problem {
        if (marks.stream().anyMatch(Mark::isPrivate)) {
            throw new IllegalArgumentException("A private mark is on its way out");
        }
        Path beside = target.resolveSibling(target.getFileName() + ".part");
        try {
            Files.createDirectories(target.toAbsolutePath().getParent());
            if (marks.isEmpty() && !plain) {
                Files.copy(source, beside, StandardCopyOption.REPLACE_EXISTING);
            } else {
                writeMarked(source, marks, new Annotations(author, at, pictures), plain, beside);
            }
            Files.move(beside, target, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException | RuntimeException e) {
            throw new Problem("The marked copy " + target.getFileName() + " could not be written: " + e.getMessage()
                    + ". See that the disk has room and try again.", e);
        } finally {
            deleteQuietly(beside);
        }
    }

    private static void writeMarked(Path source, List<Mark> marks, Annotations annotations, boolean plain,
            Path target) throws IOException {
        Map<Integer, List<Mark>> byPage = marks.stream()
                .collect(Collectors.groupingBy(m -> m.page().index(), TreeMap::new, Collectors.toList()));
        try (PDDocument document = Loader.loadPDF(source.toFile(), IOUtils.createTempFileOnlyStreamCache());
                OutputStream out = new BufferedOutputStream(Files.newOutputStream(target))) {
            Set<COSDictionary> changed = new HashSet<>();
            for (Map.Entry<Integer, List<Mark>> entry : byPage.entrySet()) {
                PDPage page = document.getPage(entry.getKey());
                addAll(page, annotations.of(document, page, entry.getValue()));
                changed.add(page.getCOSObject());
            }
            boolean stripped = plain && ActiveContent.remove(document);
            if (!stripped && endsProperly(source)) {
                document.saveIncremental(out, changed);
            } else {
                document.save(out, CompressParameters.NO_COMPRESSION);
            }
        }
    }

    /** Gives the page an array of its own, so that an array shared by indirect reference stays as it was. */
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

    /** True where the last cross-reference section stands where the file says it does, so that an update can follow it. */
    static boolean endsProperly(Path pdf) throws IOException {
        try (RandomAccessFile file = new RandomAccessFile(pdf.toFile(), "r")) {
            byte[] tail = new byte[(int) Math.min(TAIL, file.length())];
            file.seek(file.length() - tail.length);
            file.readFully(tail);
            Matcher start = START.matcher(new String(tail, StandardCharsets.ISO_8859_1));
            long offset = -1;
            while (start.find()) {
                offset = Long.parseLong(start.group(1));
            }
            if (offset < 0 || offset >= file.length()) {
                return false;
            }
            byte[] there = new byte[(int) Math.min(24, file.length() - offset)];
            file.seek(offset);
            file.readFully(there);
            return new String(there, StandardCharsets.ISO_8859_1).matches("(?s)(xref\\s.*|\\d+\\s+\\d+\\s+obj.*)");
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
