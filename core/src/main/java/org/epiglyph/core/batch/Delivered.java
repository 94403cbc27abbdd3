package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How far a submission is finished and handed back.
 *
 * @param sealed     true if the marker is done with it
 * @param receipts   the last receipt of each destination, the newest last, whether or not the work has changed since
 * @param handedBack true if a destination has the work as it is now
 * @param accepted   what the look-over found and the marker lets stand; one of each thing
 * @param opened     when the student first looked at what the record has, as far as it was asked
 */
public record Delivered(boolean sealed, List<Receipt> receipts, boolean handedBack, List<Acceptance> accepted,
        Optional<Instant> opened) {
    static final Delivered NOTHING = new Delivered(false, List.of(), false, List.of(), Optional.empty());

    public Delivered {
        receipts = List.copyOf(receipts);
        accepted = List.copyOf(accepted);
    }

    /** With the receipt in the place of an earlier one of the same destination; empty takes the newest away. What came now was not opened yet. */
    Delivered withReceipt(Optional<Receipt> other) {
        List<Receipt> all = new ArrayList<>(receipts);
        if (other.isPresent()) {
            all.removeIf(r -> r.isOfOneDestination(other.get()));
            all.add(other.get());
        } else if (!all.isEmpty()) {
            all.removeLast();
        }
        return new Delivered(sealed, all, sealed && other.isPresent(), accepted, Optional.empty());
    }

    /** Sealed or open again; either way no destination has the work as it is now. */
    Delivered withSealed(boolean other) {
        return new Delivered(other, receipts, false, accepted, opened);
    }

    Delivered withHandedBack(boolean other) {
        return new Delivered(sealed, receipts, other, accepted, opened);
    }

    Delivered withOpened(Instant at) {
        return new Delivered(sealed, receipts, handedBack, accepted, Optional.of(at));
    }

    /** With one more thing accepted, in the place of an earlier word on the same thing; in one order whatever came first. */
    Delivered accepting(Acceptance one) {
        List<Acceptance> all = new ArrayList<>(without(one));
        all.add(one);
        all.sort(Comparator.comparing(Acceptance::kind)
                .thenComparing(Acceptance::subject)
                .thenComparing(Acceptance::thing));
        return new Delivered(sealed, receipts, handedBack, all, opened);
    }

    /** With a thing no longer accepted. */
    Delivered withdrawing(Acceptance one) {
        return new Delivered(sealed, receipts, handedBack, without(one), opened);
    }

    private List<Acceptance> without(Acceptance one) {
        return accepted.stream().filter(a -> !a.isOfOneThing(one)).toList();
    }
}
