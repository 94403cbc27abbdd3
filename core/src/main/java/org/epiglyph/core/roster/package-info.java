/** Who is in the class, and how students are named and covered. */
package org.epiglyph.core.roster;
