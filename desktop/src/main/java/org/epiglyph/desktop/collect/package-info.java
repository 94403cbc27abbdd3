/** Collecting a batch, step by step: source, recognition, done. */
package org.epiglyph.desktop.collect;
