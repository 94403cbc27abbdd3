package org.epiglyph.documents;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdfparser.PDFStreamParser;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;

/** Adds to what a page draws, whatever graphics state its own content leaves behind. */
final class PageContent {
    private PageContent() {}

    /**
     * The page's own content is kept unchanged, wrapped in as many saves and restores of the graphics state (ISO
     * 32000-2, 8.4.2) as it lacks.
     */
    static void addBehind(PDDocument document, PDPage page, byte[] content) throws IOException {
        add(document, page, "", "", content);
    }

    /**
     * Like {@link #addBehind}, with the page's own content and the addition transformed.
     *
     * @param all operators for both
     * @param own operators for the page's own content only
     */
    static void add(PDDocument document, PDPage page, String all, String own, byte[] content) throws IOException {
        Balance balance = Balance.of(page);
        COSArray parts = new COSArray();
        String begin = "q\n" + all + "q\n".repeat(balance.lacking + 1) + own;
        parts.add(stream(document, begin.getBytes(StandardCharsets.US_ASCII)));
        COSBase there = page.getCOSObject().getDictionaryObject(COSName.CONTENTS);
        if (there instanceof COSArray several) {
            for (int i = 0; i < several.size(); i++) {
                parts.add(several.get(i));
            }
        } else if (there != null) {
            parts.add(page.getCOSObject().getItem(COSName.CONTENTS));
        }
        byte[] restored = ("\n" + "Q\n".repeat(balance.left + balance.lacking + 1)).getBytes(StandardCharsets.US_ASCII);
        ByteArrayOutputStream behind = new ByteArrayOutputStream();
        behind.write(restored);
        behind.write(content);
        behind.write("\nQ\n".getBytes(StandardCharsets.US_ASCII));
        parts.add(stream(document, behind.toByteArray()));
        page.getCOSObject().setItem(COSName.CONTENTS, parts);
    }

    /**
     * How a page's content balances its graphics states.
     *
     * @param lacking how many are restored without being saved
     * @param left    how many are saved and not restored, counted from the lowest level
     */
    private record Balance(int lacking, int left) {
        static Balance of(PDPage page) throws IOException {
            int depth = 0;
            int least = 0;
            PDFStreamParser parser = new PDFStreamParser(page);
            for (Object token = parser.parseNextToken(); token != null; token = parser.parseNextToken()) {
                if (token instanceof Operator operator) {
                    depth += switch (operator.getName()) {
                        case "q" -> 1;
                        case "Q" -> -1;
                        default -> 0;
                    };
                    least = Math.min(least, depth);
                }
            }
            return new Balance(-least, depth);
        }
    }

    /** A new stream in the document. */
    static COSStream stream(PDDocument document, byte[] bytes) throws IOException {
        COSStream stream = document.getDocument().createCOSStream();
        try (OutputStream out = stream.createOutputStream(COSName.FLATE_DECODE)) {
            out.write(bytes);
        }
        return stream;
    }
}
