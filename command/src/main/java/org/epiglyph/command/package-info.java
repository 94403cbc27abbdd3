/**
 * The command line: collect, hand back, check and repair from scripts.
 */
package org.epiglyph.command;
