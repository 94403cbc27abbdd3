/**
 * What is said of faults: one line to the marker, and a log that holds no word of a student.
 * Rule: nothing that came from outside, names of files included, ever stands in the log.
 */
package org.epiglyph.command.discreet;
