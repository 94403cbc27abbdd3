/**
 * The two journeys of a batch: collected from outside into a folder, and handed back from it. Brings the other modules
 * together for the desk and for the command line alike. Rule: a step returns what became of each student; nothing is half done.
 */
package org.epiglyph.carrier;
