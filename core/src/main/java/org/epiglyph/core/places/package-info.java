/**
 * Where temporary files of the program are. Rule: whoever makes one gives it to its owner alone, and what a program that was
 * killed has left is taken away by the next.
 */
package org.epiglyph.core.places;
