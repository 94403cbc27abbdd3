/**
 * What every part of the core may throw at its edge. Nothing else lives here.
 */
package org.epiglyph.core;
