/** Pages as space: points, boxes, and the one conversion between page space, PDF user space and the page as shown. */
package org.epiglyph.core.page;
