package org.epiglyph.core.batch;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How far a submission is finished and handed back.
 *
 * @param sealed     true if the marker is done with it
 * @param receipts   the last receipt of each destination, the newest last, whether or not the work has changed since
 * @param handedBack true if a destination has the work as it is now
 */
public record Delivered(boolean sealed, List<Receipt> receipts, boolean handedBack) {
    static final Delivered NOTHING = new Delivered(false, List.of(), false);

    public Delivered {
        receipts = List.copyOf(receipts);
    }

    /** With the receipt in the place of an earlier one of the same destination; empty takes the newest away. */
    Delivered withReceipt(Optional<Receipt> other) {
        List<Receipt> all = new ArrayList<>(receipts);
        if (other.isPresent()) {
            all.removeIf(r -> r.isOfOneDestination(other.get()));
            all.add(other.get());
        } else if (!all.isEmpty()) {
            all.removeLast();
        }
        return new Delivered(sealed, all, sealed && other.isPresent());
    }
}
