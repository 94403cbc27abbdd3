package org.epiglyph.core.page;

/**
 * One page's shape, and the only place where page space, PDF user space and the page as shown are converted.
 * Page space: see {@link PagePoint}. PDF user space (ISO 32000-2, 8.3.2.3): y up, in user units, before rotation.
 * Shown: points from the top left corner of the page as a reader turns it (ISO 32000-2, table 31, Rotate: clockwise).
 *
 * @param cropLeft   left edge of the crop box in user units
 * @param cropBottom lower edge of the crop box in user units
 * @param cropWidth  width of the crop box in user units, above 0
 * @param cropHeight height of the crop box in user units, above 0
 * @param rotation   clockwise degrees when shown: 0, 90, 180 or 270
 * @param userUnit   points per user unit, above 0 (ISO 32000-2, table 31, UserUnit)
 */
public record PageGeometry(double cropLeft, double cropBottom, double cropWidth, double cropHeight, int rotation,
        double userUnit) {
    public PageGeometry {
        if (!(cropWidth > 0) || !(cropHeight > 0) || !(userUnit > 0)) {
            throw new IllegalArgumentException(
                    "A page needs sides above 0, not " + cropWidth + " x " + cropHeight + " x " + userUnit);
        }
        if (rotation != 0 && rotation != 90 && rotation != 180 && rotation != 270) {
            throw new IllegalArgumentException("A page turns by 0, 90, 180 or 270 degrees, not " + rotation);
        }
    }

    /** Width in points before rotation. */
    public double width() {
        return cropWidth * userUnit;
    }

    /** Height in points before rotation. */
    public double height() {
        return cropHeight * userUnit;
    }

    /** The turn, within page space, of something upright on the page as shown: 0, 90, 180 or 270 degrees clockwise. */
    public int uprightTurn() {
        return (360 - rotation) % 360;
    }

    /** Width in points as shown. */
    public double shownWidth() {
        return sideways() ? height() : width();
    }

    /** Height in points as shown. */
    public double shownHeight() {
        return sideways() ? width() : height();
    }

    /** The same page turned further clockwise by a multiple of 90 degrees. */
    public PageGeometry turnedBy(int degrees) {
        return new PageGeometry(cropLeft, cropBottom, cropWidth, cropHeight, Math.floorMod(rotation + degrees, 360),
                userUnit);
    }

    /** The horizontal PDF user space coordinate of a place on the page. */
    public double toPdfX(PagePoint point) {
        return cropLeft + point.x() / userUnit;
    }

    /** The vertical PDF user space coordinate of a place on the page. */
    public double toPdfY(PagePoint point) {
        return cropBottom + cropHeight - point.y() / userUnit;
    }

    /** The place on the page of a point in PDF user space. */
    public PagePoint fromPdf(double x, double y) {
        return new PagePoint((x - cropLeft) * userUnit, (cropBottom + cropHeight - y) * userUnit);
    }

    /** Where a place of page space appears on the page as shown. */
    public PagePoint toShown(PagePoint p) {
        return switch (rotation) {
            case 90 -> new PagePoint(height() - p.y(), p.x());
            case 180 -> new PagePoint(width() - p.x(), height() - p.y());
            case 270 -> new PagePoint(p.y(), width() - p.x());
            default -> p;
        };
    }

    /** The place in page space that appears at a point of the page as shown. */
    public PagePoint fromShown(PagePoint s) {
        return switch (rotation) {
            case 90 -> new PagePoint(s.y(), height() - s.x());
            case 180 -> new PagePoint(width() - s.x(), height() - s.y());
            case 270 -> new PagePoint(width() - s.y(), s.x());
            default -> s;
        };
    }

    /** The box as shown that covers the same part of the page. */
    public PageBox toShown(PageBox box) {
        return PageBox.between(toShown(box.topLeft()), toShown(new PagePoint(box.right(), box.bottom())));
    }

    /** The box of page space that is covered by a box as shown. */
    public PageBox fromShown(PageBox shown) {
        return PageBox.between(fromShown(shown.topLeft()), fromShown(new PagePoint(shown.right(), shown.bottom())));
    }

    /** The place on the page that is nearest to a place beside it. */
    public PagePoint nearest(PagePoint p) {
        return new PagePoint(Math.clamp(p.x(), 0, width()), Math.clamp(p.y(), 0, height()));
    }

    /** The shortest move, in points, that brings a box onto the page; a box longer than the page's side covers it. */
    public PagePoint moveOnto(PageBox box) {
        return new PagePoint(moveOnto(box.left(), box.width(), width()), moveOnto(box.top(), box.height(), height()));
    }

    private static double moveOnto(double from, double length, double side) {
        double room = side - length;
        return Math.clamp(from, Math.min(0, room), Math.max(0, room)) - from;
    }

    /**
     * How much of a move, in points, leaves a box on the page; one that is partly beside it may only come closer, and
     * one longer than the page's side may move while it covers it.
     */
    public PagePoint moveWithin(PageBox box, PagePoint move) {
        return new PagePoint(moveWithin(box.left(), box.width(), width(), move.x()),
                moveWithin(box.top(), box.height(), height(), move.y()));
    }

    private static double moveWithin(double from, double length, double side, double by) {
        double room = side - length;
        return Math.clamp(by, Math.min(0, Math.min(0, room) - from), Math.max(0, Math.max(0, room) - from));
    }

    /** True if the page is shown lying on its side. */
    private boolean sideways() {
        return rotation == 90 || rotation == 270;
    }
}
