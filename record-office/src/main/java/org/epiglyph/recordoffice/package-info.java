/**
 * A simulated student-record service: a small server on this machine with a data folder. It stands in for the world
 * outside and shares nothing with the program except the protocol in {@code openapi.yaml}.
 */
package org.epiglyph.recordoffice;
