/**
 * A batch on disk: a folder with an SQLite file, the untouched originals and what can be made again. Rule: the history
 * is append-only, and nothing counts as saved before its transaction is on the disk.
 */
package org.epiglyph.workspace;
