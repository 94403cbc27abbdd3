package org.epiglyph.exchange.mail;

import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * The sender.
 *
 * @param address for example m.rowe@kestrelpoint.example
 * @param name    as readers see it; may be empty
 */
public record Sender(String address, String name) {
    /** @throws Problem if the address is invalid */
    InternetAddress asAddress() throws Problem {
        return address(address, name);
    }

    /**
     * Checks a mail address.
     *
     * @throws Problem if it is invalid
     */
    public static void check(String mail) throws Problem {
        address(mail, "");
    }

    /**
     * Exactly one address: a list of several, or a line break that would begin another header, is invalid.
     *
     * @throws Problem if it is invalid
     */
    static InternetAddress address(String mail, String name) throws Problem {
        try {
            InternetAddress[] read = InternetAddress.parse(mail, true);
            if (read.length != 1 || read[0].isGroup() || mail.matches("(?s).*\\p{Cntrl}.*")) {
                throw invalid(mail);
            }
            read[0].validate();
            InternetAddress one = new InternetAddress(read[0].getAddress());
            if (!name.isBlank()) {
                one.setPersonal(name.replaceAll("\\p{Cntrl}", " "), StandardCharsets.UTF_8.name());
            }
            return one;
        } catch (AddressException e) {
            throw invalid(mail);
        } catch (UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Problem invalid(String mail) {
        return new Problem(
                Message.of(Sender.class, "noAddress", mail.replaceAll("\\p{Cntrl}", "?")));
    }
}
