/** Recording and playing at the desk, without any node. */
package org.epiglyph.desktop.spoken;
