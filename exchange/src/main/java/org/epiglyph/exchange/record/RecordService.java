package org.epiglyph.exchange.record;

import java.util.Set;

/**
 * A protocol of record services. Found by {@link java.util.ServiceLoader}, so that another one is just a file on the
 * class path.
 */
public interface RecordService {
    /** The protocol's name, for use in a sentence. */
    String name();

    /** The abilities of services that use it. */
    Set<Ability> abilities();

    /** True if services at such an address use it; decided by the address alone, without a request. */
    boolean serves(ServiceAddress address);

    /** A client; nothing is sent yet. */
    RecordClient connect(Connection connection);
}
