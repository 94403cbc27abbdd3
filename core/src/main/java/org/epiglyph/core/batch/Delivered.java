package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Whether a submission is finished, and what has been handed back.
 *
 * @param sealed     true if the marker has finished it
 * @param receipts   the last receipt of each destination, newest last, whether or not the work has changed since
 * @param handedBack true if a destination has the work as it is now
 * @param accepted   findings of the look-over that the marker accepts; one per thing
 * @param opened     when the student first opened what the record has, as far as the record was asked
 */
public record Delivered(boolean sealed, List<Receipt> receipts, boolean handedBack, List<Acceptance> accepted,
        Optional<Instant> opened) {
    static final Delivered NOTHING = new Delivered(false, List.of(), false, List.of(), Optional.empty());

    public Delivered {
        receipts = List.copyOf(receipts);
        accepted = List.copyOf(accepted);
    }

    /**
     * With the receipt in place of an earlier one of the same destination; empty removes the newest. A new delivery has
     * not been opened yet.
     */
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

    /** Sealed or reopened; either way no destination has the work as it is now. */
    Delivered withSealed(boolean other) {
        return new Delivered(other, receipts, false, accepted, opened);
    }

    Delivered withHandedBack(boolean other) {
        return new Delivered(sealed, receipts, other, accepted, opened);
    }

    Delivered withOpened(Instant at) {
        return new Delivered(sealed, receipts, handedBack, accepted, Optional.of(at));
    }

    /**
     * With one more acceptance, replacing an earlier one of the same thing; the order does not depend on which came
     * first.
     */
    Delivered accepting(Acceptance one) {
        List<Acceptance> all = new ArrayList<>(without(one));
        all.add(one);
        all.sort(Comparator.comparing(Acceptance::kind)
                .thenComparing(Acceptance::subject)
                .thenComparing(Acceptance::thing));
        return new Delivered(sealed, receipts, handedBack, all, opened);
    }

    /** Without an acceptance. */
    Delivered withdrawing(Acceptance one) {
        return new Delivered(sealed, receipts, handedBack, without(one), opened);
    }

    private List<Acceptance> without(Acceptance one) {
        return accepted.stream().filter(a -> !a.isSameThing(one)).toList();
    }
}
