/**
 * A batch on disk: a folder with an SQLite file, the untouched originals and what can be made again.
 * Rule: the history is only ever added to, and nothing counts as kept before its transaction is on the disk.
 */
package org.epiglyph.workspace;
