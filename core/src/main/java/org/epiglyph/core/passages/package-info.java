/**
 * Words that the works of two students have in common, found by winnowing. It says where; what that means is for the
 * marker to judge.
 */
package org.epiglyph.core.passages;
