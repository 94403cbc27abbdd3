/** Speaking and listening at the desk, without any node. */
package org.epiglyph.desktop.spoken;
