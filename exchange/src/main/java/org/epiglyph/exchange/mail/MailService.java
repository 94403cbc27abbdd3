package org.epiglyph.exchange.mail;

import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import java.time.Instant;
import java.util.Properties;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.letters.Letter;

/**
 * A mail service that accepts letters by SMTP (RFC 5321). The password is held in memory while letters are sent, and
 * nowhere else.
 */
public final class MailService implements AutoCloseable {
    private static final String PATIENCE_MILLIS = "30000";
    private final Host host;
    private final Session session;
    private final Transport transport;

    /** How the connection to the service is protected. */
    public enum Security {
        /** Starts unprotected and must upgrade before anything is sent (RFC 3207). */
        STARTTLS,
        /** Protected from the first byte (RFC 8314). */
        TLS,
        /** Unprotected: for this machine only. */
        NONE
    }

    /**
     * A service's address.
     *
     * @param name a host name or literal address
     * @param port 1 to 65535
     * @param user empty if the service asks for none
     */
    public record Host(String name, int port, Security security, String user) {
        private static final int LAST_PORT = 65_535;

        /** @throws Problem if it is not a host, or letters would be sent unprotected */
        void check() throws Problem {
            if (!name.matches("[A-Za-z0-9]([A-Za-z0-9.-]*[A-Za-z0-9])?|\\[?[0-9A-Fa-f:.]+]?") || port < 1
                    || port > LAST_PORT) {
                throw new Problem(Message.of(MailService.class, "noService", name.replaceAll("\\p{Cntrl}", "?"), port));
            }
            if (security == Security.NONE && !name.matches("localhost|127(\\.(0|[1-9]\\d{0,2})){3}|\\[?::1]?")) {
                throw new Problem(Message.of(MailService.class, "unprotected", name));
            }
        }
    }

    /** The service did not say whether it accepted a letter. */
    public static final class Uncertain extends Problem {
        Uncertain(Message what, Throwable cause) {
            super(what, cause);
        }
    }

    private MailService(Host host, Session session, Transport transport) {
        this.host = host;
        this.session = session;
        this.transport = transport;
    }

    /**
     * Signs in.
     *
     * @param password empty if the service asks for none
     * @throws Problem if it cannot be reached or rejects the user
     */
    public static MailService open(Host host, String password) throws Problem {
        host.check();
        Properties settings = new Properties();
        settings.put("mail.smtp.host", host.name());
        settings.put("mail.smtp.port", Integer.toString(host.port()));
        settings.put("mail.smtp.starttls.enable", Boolean.toString(host.security() == Security.STARTTLS));
        settings.put("mail.smtp.starttls.required", Boolean.toString(host.security() == Security.STARTTLS));
        settings.put("mail.smtp.ssl.enable", Boolean.toString(host.security() == Security.TLS));
        settings.put("mail.smtp.ssl.checkserveridentity", "true");
        settings.put("mail.smtp.auth", Boolean.toString(!host.user().isEmpty()));
        for (String one : new String[]{"connectiontimeout", "timeout", "writetimeout"}) {
            settings.put("mail.smtp." + one, PATIENCE_MILLIS);
        }
        Session session = Session.getInstance(settings);
        try {
            Transport transport = session.getTransport("smtp");
            if (host.user().isEmpty()) {
                transport.connect();
            } else {
                transport.connect(host.user(), password);
            }
            return new MailService(host, session, transport);
        } catch (AuthenticationFailedException e) {
            throw new Problem(Message.of(MailService.class, "notAccepted", host.name()), e);
        } catch (MessagingException e) {
            throw new Problem(Message.of(MailService.class, "noAnswer", host.name(), host.port()), e);
        }
    }

    /**
     * Sends one letter.
     *
     * @throws Uncertain if the connection ended before the service answered
     * @throws Problem if the service refuses it
     */
    public void send(Letter letter, Sender sender, Instant at) throws Problem {
        LetterMessage message;
        try {
            message = LetterMessage.of(letter, sender, at, session);
        } catch (MessagingException e) {
            throw new Problem(Message.of(MailService.class, "notMade"), e);
        }
        try {
            if (!transport.isConnected()) {
                throw new Problem(Message.of(MailService.class, "ended", host.name()));
            }
            transport.sendMessage(message, message.getAllRecipients());
        } catch (SendFailedException e) {
            throw new Problem(Message.of(MailService.class, "addressRefused", letter.student().mail()), e);
        } catch (MessagingException e) {
            throw new Uncertain(Message.of(MailService.class, "uncertain"), e);
        }
    }

    @Override
    public void close() {
        try {
            transport.close();
        } catch (MessagingException e) {
            // sent is sent; a service that is gone needs no goodbye
        }
    }
}
