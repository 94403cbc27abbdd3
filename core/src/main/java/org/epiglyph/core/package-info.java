/** Messages and exceptions that every part of the core shares. Nothing else belongs here. */
package org.epiglyph.core;
