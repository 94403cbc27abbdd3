package org.epiglyph.exchange.record;

import java.util.EnumSet;
import java.util.Set;

/** The record office's own protocol, which has every ability; used if no other protocol claims the address. */
final class RecordOfficeProtocol implements RecordService {
    static final Set<Ability> ABILITIES = Set.copyOf(EnumSet.allOf(Ability.class));

    @Override
    public String name() {
        return "record office";
    }

    @Override
    public Set<Ability> abilities() {
        return ABILITIES;
    }

    @Override
    public boolean serves(ServiceAddress address) {
        return true;
    }

    @Override
    public RecordClient connect(Connection connection) {
        return new RecordOfficeClient(connection);
    }
}
