package org.epiglyph.exchange.record;

import java.net.URI;
import java.util.Locale;
import java.util.regex.Pattern;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * A record service's address, parsed once into unambiguous parts.
 *
 * @param secure true for https
 * @param host   in lower case, as a name or a literal address
 * @param port   1 to 65535; -1 for the scheme's own
 * @param path   begins with a slash and has no empty part; empty for none
 */
public record ServiceAddress(boolean secure, String host, int port, String path) {
    private static final int LAST_PORT = 65_535;
    private static final Pattern NAME = Pattern.compile("[a-z0-9]([a-z0-9.-]*[a-z0-9])?");
    private static final Pattern LITERAL_6 = Pattern.compile("\\[[0-9a-f:.]+]");
    private static final Pattern PATH = Pattern.compile("(/[A-Za-z0-9._~-]++)*+");
    private static final Pattern LOOPBACK = Pattern.compile("localhost|127(\\.(0|[1-9]\\d{0,2})){3}|\\[::1]");

    /**
     * Parses an address.
     *
     * @param typed for example https://records.example.org or http://127.0.0.1:8087; trailing slashes are ignored
     * @throws Problem if it is invalid or ambiguous, or a token would be sent unprotected
     */
    static ServiceAddress of(String typed) throws Problem {
        String text = typed.strip();
        URI uri;
        try {
            uri = new URI(text).parseServerAuthority();
        } catch (java.net.URISyntaxException e) {
            throw none(text);
        }
        String scheme = uri.getScheme() == null ? "" : uri.getScheme().toLowerCase(Locale.ROOT);
        String host = uri.getHost() == null ? "" : uri.getHost().toLowerCase(Locale.ROOT);
        String path = uri.getRawPath() == null ? "" : uri.getRawPath().replaceFirst("/+$", "");
        boolean known = scheme.equals("http") || scheme.equals("https");
        boolean named = NAME.matcher(host).matches() || LITERAL_6.matcher(host).matches();
        if (!known || !named || uri.getRawUserInfo() != null || uri.getRawQuery() != null
                || uri.getRawFragment() != null || !PATH.matcher(path).matches()
                || path.contains("/.")) {
            throw none(text);
        }
        if (uri.getPort() == 0 || uri.getPort() > LAST_PORT) {
            throw new Problem(Message.of(ServiceAddress.class, "noPort", text, uri.getPort(), LAST_PORT));
        }
        ServiceAddress address = new ServiceAddress(scheme.equals("https"), host, uri.getPort(), path);
        if (!address.secure && !address.isThisMachine()) {
            throw new Problem(Message.of(ServiceAddress.class, "unprotected", host));
        }
        return address;
    }

    private static Problem none(String text) {
        return new Problem(Message.of(ServiceAddress.class, "noAddress", text));
    }

    /** True if nothing that is sent leaves this machine. */
    boolean isThisMachine() {
        return LOOPBACK.matcher(host).matches();
    }

    /** @param below already encoded, beginning with a slash */
    URI resolve(String below) {
        return URI.create(this + below);
    }

    @Override
    public String toString() {
        return (secure ? "https://" : "http://") + host + (port < 0 ? "" : ":" + port) + path;
    }
}
