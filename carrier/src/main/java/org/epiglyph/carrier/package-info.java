/**
 * The two journeys of a batch: collected from outside into a folder, and handed back from it. Combines the other
 * modules for the desk and the command line. Rule: a step returns the outcome for each student; nothing is left half
 * done.
 */
package org.epiglyph.carrier;
