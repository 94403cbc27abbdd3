package org.epiglyph.documents;

import java.awt.RenderingHints;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.rendering.PageDrawer;
import org.apache.pdfbox.rendering.PageDrawerParameters;

/** Draws pages within a budget: nested forms can be made to take for ever with a few bytes. */
final class BoundedRenderer extends PDFRenderer {
    /**
     * PDFBox's own, except for pictures, which are scaled by a factor of two at most and look the same in half the
     * time.
     */
    private static final RenderingHints HINTS = new RenderingHints(Map.of(RenderingHints.KEY_INTERPOLATION,
            RenderingHints.VALUE_INTERPOLATION_BILINEAR, RenderingHints.KEY_RENDERING,
            RenderingHints.VALUE_RENDER_QUALITY, RenderingHints.KEY_ANTIALIASING,
            RenderingHints.VALUE_ANTIALIAS_ON));
    static {
        ImageIO.setUseCache(false); // what students hand in is not copied to other places on the disk
    }

    private final Budget budget;

    BoundedRenderer(PDDocument document, Budget budget) {
        super(document);
        this.budget = budget;
        setSubsamplingAllowed(true);
        setRenderingHints(HINTS);
    }

    @Override
    protected PageDrawer createPageDrawer(PageDrawerParameters parameters) throws IOException {
        return new Drawer(parameters, budget);
    }

    private static final class Drawer extends PageDrawer {
        private final Budget budget;

        Drawer(PageDrawerParameters parameters, Budget budget) throws IOException {
            super(parameters);
            this.budget = budget;
        }

        @Override
        protected void processOperator(Operator operator, List<COSBase> operands) throws IOException {
            budget.check();
            super.processOperator(operator, operands);
        }

        @Override
        public void drawImage(PDImage image) throws IOException {
            budget.check(image);
            super.drawImage(PlainJpeg.of(image));
        }
    }
}
