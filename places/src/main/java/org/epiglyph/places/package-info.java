/**
 * Files and folders of the program itself: temporary ones, and those that only their owner may read. Rule: temporary
 * files name the process that made them, and what a killed program has left is deleted by the next.
 */
package org.epiglyph.places;
