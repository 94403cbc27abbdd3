/** Pictures and measurements of the running program, made from the demo's world. Nothing here ships. */
package org.epiglyph.bench;
