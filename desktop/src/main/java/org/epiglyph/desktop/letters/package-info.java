/** Letters: whom to write to, what they read, and how it goes. */
package org.epiglyph.desktop.letters;
