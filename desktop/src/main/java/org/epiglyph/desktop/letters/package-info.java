/** Letters: whom to write to, what they read, and how it is sent. */
package org.epiglyph.desktop.letters;
