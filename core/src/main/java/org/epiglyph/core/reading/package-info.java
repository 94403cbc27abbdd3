/** What can be counted in a text that was handed in. */
package org.epiglyph.core.reading;
