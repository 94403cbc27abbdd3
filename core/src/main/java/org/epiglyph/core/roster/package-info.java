/**
 * Who is in the class, and which received file belongs to whom, with the evidence.
 */
package org.epiglyph.core.roster;
