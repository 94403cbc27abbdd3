package org.epiglyph.exchange.record;

import java.util.Set;

/**
 * The rostering and gradebook parts of 1EdTech OneRoster 1.2, from memory: results and text only. Used if the address
 * has the path that the standard gives such services.
 */
public final class OneRosterProtocol implements RecordService {
    static final Set<Ability> ABILITIES = Set.of();
    private static final String PATH = "/ims/oneroster";

    @Override
    public String name() {
        return "OneRoster 1.2";
    }

    @Override
    public Set<Ability> abilities() {
        return ABILITIES;
    }

    @Override
    public boolean serves(ServiceAddress address) {
        return address.path().equals(PATH) || address.path().endsWith(PATH);
    }

    @Override
    public RecordClient connect(Connection connection) {
        return new OneRosterClient(connection);
    }
}
