package org.epiglyph.desktop.paper;

import org.epiglyph.core.page.PagePoint;

/**
 * The hand at a place of a page, by pointer, pen or keys.
 *
 * @param leaf     the page
 * @param at       the place in page space; may lie outside the page while the hand goes on
 * @param pressure above 0 up to 1; 0 where the device does not tell
 * @param millis   when
 * @param clicks   how many presses have followed each other quickly; 1 for the first
 * @param steered  true if Shift is held: lines go straight, squares are square
 * @param grabbing true if Alt is held: marks are chosen whatever tool is in hand
 */
record Contact(PageLeaf leaf, PagePoint at, double pressure, long millis, int clicks, boolean steered,
        boolean grabbing) {
    /** A place in points for so many pixels of the screen. */
    double points(double pixels) {
        return pixels / leaf.scale();
    }
}
