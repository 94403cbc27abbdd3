/**
 * Reporting faults: one line to the marker, and a log without any student's data. Rule: nothing that came from outside,
 * including file names, is ever logged.
 */
package org.epiglyph.command.discreet;
