/**
 * Files as they arrive: from archives, folders and single files. Rule: a name from outside is a label and never a path
 * on this disk, and every entry is either a file or a refusal with its reason.
 */
package org.epiglyph.exchange.archive;
