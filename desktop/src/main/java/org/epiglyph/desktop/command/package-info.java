/**
 * The command line: start the program, collect and hand back from scripts.
 */
package org.epiglyph.desktop.command;
