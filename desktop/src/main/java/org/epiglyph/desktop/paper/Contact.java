package org.epiglyph.desktop.paper;

import org.epiglyph.core.page.PagePoint;

/**
 * The hand at a place of a page, by pointer, pen or keys.
 *
 * @param leaf     the page
 * @param at       the place in page space; may be outside the page while the hand moves
 * @param pressure above 0 up to 1; 0 if the device does not report it
 * @param millis   when
 * @param clicks   number of presses in quick succession; 1 for the first
 * @param steered  true if Shift is held: lines are straight, squares are square
 * @param grabbing true if Alt is held: marks are selected whatever tool is in hand
 */
record Contact(PageLeaf leaf, PagePoint at, double pressure, long millis, int clicks, boolean steered,
        boolean grabbing) {
    /** A number of screen pixels in points. */
    double points(double pixels) {
        return pixels / leaf.scale();
    }
}
