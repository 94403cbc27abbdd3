package org.epiglyph.desktop.settings;

import java.util.Objects;

/**
 * The marker's settings for letters. They never include a password.
 *
 * @param from     the marker's address; may be empty
 * @param name     the marker's name; may be empty
 * @param byMail   true for a mail service, false for files
 * @param host     the mail service's name; may be empty
 * @param port     its port; 0 if none was chosen yet
 * @param security the name of the mail service's security setting
 * @param user     who signs in; may be empty
 */
public record MailHabit(String from, String name, boolean byMail, String host, int port, String security,
        String user) {
    /** Before the first letter. */
    static final MailHabit FRESH = new MailHabit("", "", false, "", 0, "STARTTLS", "");

    /** Before the first letter, with a mail service on this machine. @param port 0 for none */
    public static MailHabit onThisMachine(int port) {
        return port == 0 ? FRESH : new MailHabit("", "", true, "127.0.0.1", port, "NONE", "");
    }

    public MailHabit {
        from = Objects.requireNonNullElse(from, "");
        name = Objects.requireNonNullElse(name, "");
        host = Objects.requireNonNullElse(host, "");
        user = Objects.requireNonNullElse(user, "");
        if (!java.util.Set.of("STARTTLS", "TLS", "NONE").contains(Objects.requireNonNullElse(security, ""))) {
            throw new IllegalArgumentException("No protection is called " + security);
        }
    }
}
