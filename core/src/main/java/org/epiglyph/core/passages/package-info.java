/** Words that the work of two students has in common, found by winnowing. It says where; what that means is the marker's to judge. */
package org.epiglyph.core.passages;
