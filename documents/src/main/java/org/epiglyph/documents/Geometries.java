package org.epiglyph.documents;

import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.epiglyph.core.page.PageGeometry;

/** Reads a page's geometry from its dictionary. */
final class Geometries {
    private Geometries() {}

    static PageGeometry of(PDPage page) {
        PDRectangle crop = page.getCropBox();
        boolean empty = crop.getWidth() <= 0 || crop.getHeight() <= 0;
        PDRectangle box = empty ? PDRectangle.A4 : crop;
        float unit = page.getCOSObject().getFloat(COSName.getPDFName("UserUnit"), 1);
        return new PageGeometry(box.getLowerLeftX(), box.getLowerLeftY(), box.getWidth(), box.getHeight(),
                Math.floorMod(page.getRotation(), 360),
                unit > 0 ? unit : 1);
    }
}
