/**
 * Files and folders that are the program's own affair: temporary ones, and such as only their owner may read. Rule: what
 * is temporary names the process that made it, and what a program that was killed has left is taken away by the next.
 */
package org.epiglyph.places;
