package org.epiglyph.exchange.record;

import java.util.Set;

/**
 * A protocol that some record services speak. Found by {@link java.util.ServiceLoader}, so that a further one is a file on
 * the class path.
 */
public interface RecordService {
    /** What the protocol is called, for a sentence. */
    String name();

    /** What services that speak it can do. */
    Set<Ability> abilities();

    /** True if services at such an address speak it; decided by the address alone, nothing is asked. */
    boolean speaksAt(ServiceAddress address);

    /** A client; nothing is sent yet. */
    RecordClient connect(Connection connection);
}
