/**
 * The demo's invented world: the Kestrel Point School of Seamanship, its class, and what the class handed in, the same
 * every time. Everything shown is made up; the numbers in the work are computed.
 */
package org.epiglyph.demo;
