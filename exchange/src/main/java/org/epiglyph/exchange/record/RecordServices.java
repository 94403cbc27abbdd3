package org.epiglyph.exchange.record;

import java.util.ArrayList;
import java.util.List;
import java.util.ServiceLoader;
import org.epiglyph.core.Problem;

/** Creates clients of record services, each with the protocol of its address. */
public final class RecordServices {
    private final List<RecordService> protocols;
    private final Backoff backoff;

    /**
     * @param protocols in order; the first that claims an address is used
     * @param backoff   how long to wait for a busy service
     */
    public RecordServices(List<RecordService> protocols, Backoff backoff) {
        this.protocols = List.copyOf(protocols);
        this.backoff = backoff;
    }

    /** All protocols on the class path; the record office's own is the fallback. */
    public static RecordServices installed() {
        List<RecordService> all = new ArrayList<>();
        ServiceLoader.load(RecordService.class).forEach(all::add);
        return new RecordServices(all, Backoff.USUAL);
    }

    /**
     * A client for one service.
     *
     * @param address for example https://records.example.org or http://127.0.0.1:8087
     * @throws Problem if the address is invalid, or the token would be sent unprotected
     */
    public RecordClient connect(String address, String token) throws Problem {
        return connect(address, token, () -> {});
    }

    /**
     * A client whose work can be stopped.
     *
     * @param stillWanted called ten times a second while a transfer runs; an exception it throws ends the transfer
     */
    public RecordClient connect(String address, String token, Runnable stillWanted) throws Problem {
        ServiceAddress base = ServiceAddress.of(address);
        return protocol(base).connect(Connection.to(base, token, backoff, stillWanted));
    }

    /**
     * The protocol used at an address.
     *
     * @throws Problem if the address is invalid
     */
    public RecordService at(String address) throws Problem {
        return protocol(ServiceAddress.of(address));
    }

    /** The protocol for addresses that no protocol claims. */
    public static RecordService usual() {
        return new RecordOfficeProtocol();
    }

    private RecordService protocol(ServiceAddress address) {
        return protocols.stream()
                .filter(p -> p.serves(address))
                .findFirst()
                .orElseGet(RecordServices::usual);
    }
}
