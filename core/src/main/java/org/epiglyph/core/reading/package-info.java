/** What can be counted in a text that somebody handed in. */
package org.epiglyph.core.reading;
