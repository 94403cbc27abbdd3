/**
 * The scheme screen: criteria, sections and rules are edited here, tried on a sample student, and applied. What would
 * change results is shown before it happens.
 */
package org.epiglyph.desktop.scheme;
