package org.epiglyph.exchange.record;

/**
 * Why a result is changed after it was handed back.
 *
 * @param reason the marker's reason
 * @param shown  true if the student reads the reason
 */
public record Amendment(String reason, boolean shown) {}
