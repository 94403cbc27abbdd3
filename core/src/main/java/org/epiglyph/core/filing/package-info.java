/**
 * Whose a received file is, and how names are built: the filing rule, learnt from names and roster, and matching with
 * evidence. Rule: nothing is guessed silently; what is called certain is never wrong if the roster is right.
 */
package org.epiglyph.core.filing;
