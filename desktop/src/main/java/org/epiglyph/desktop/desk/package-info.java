/**
 * The desk: one submission with ledger, pages, margin, roll and pen case. Rule: views draw, models decide, gestures
 * turn pointer input into edits.
 */
package org.epiglyph.desktop.desk;
