package org.epiglyph.documents;

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

/** Adds to what a page draws, whatever state its own content leaves behind. */
final class PageContent {
    private PageContent() {}

    /**
     * The page's own content is kept as it is, between as many saved and restored graphics states (ISO 32000-2, 8.4.2)
     * as it leaves open or takes back too many.
     */
    static void addBehind(PDDocument document, PDPage page, byte[] content) throws IOException {
        Balance balance = Balance.of(page);
        COSArray all = new COSArray();
        all.add(stream(document, "q\n".repeat(balance.lacking + 1).getBytes(StandardCharsets.US_ASCII)));
        COSBase there = page.getCOSObject().getDictionaryObject(COSName.CONTENTS);
        if (there instanceof COSArray several) {
            for (int i = 0; i < several.size(); i++) {
                all.add(several.get(i));
            }
        } else if (there != null) {
            all.add(page.getCOSObject().getItem(COSName.CONTENTS));
        }
        byte[] restored = ("\n" + "Q\n".repeat(balance.left + balance.lacking + 1)).getBytes(StandardCharsets.US_ASCII);
        byte[] behind = new byte[restored.length + content.length];
        System.arraycopy(restored, 0, behind, 0, restored.length);
        System.arraycopy(content, 0, behind, restored.length, content.length);
        all.add(stream(document, behind));
        page.getCOSObject().setItem(COSName.CONTENTS, all);
    }

    /**
     * How a page's content keeps its graphics states.
     *
     * @param lacking how many are restored that were never saved
     * @param left    how many are saved and not restored, counted from the lowest
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

    /** A stream of its own in the document. */
    static COSStream stream(PDDocument document, byte[] bytes) throws IOException {
        COSStream stream = document.getDocument().createCOSStream();
        try (OutputStream out = stream.createOutputStream(COSName.FLATE_DECODE)) {
            out.write(bytes);
        }
        return stream;
    }
}
