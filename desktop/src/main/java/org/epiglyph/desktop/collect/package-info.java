/**
 * Collecting a batch, step by step: source, understanding, done.
 */
package org.epiglyph.desktop.collect;
