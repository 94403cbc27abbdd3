package org.epiglyph.exchange.mail;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Date;
import org.epiglyph.core.Problem;
import org.epiglyph.core.letters.Letter;

/**
 * A letter as mail programs read it (RFC 5322, RFC 2045 to 2047): to one student alone, so that nobody sees another
 * one's address. The same letter has the same Message-ID, by which a mail program recognises it.
 */
final class LetterMessage extends MimeMessage {
    private static final int LONGEST_ID = 40;
    private final String id;

    private LetterMessage(Session session, String id) {
        super(session);
        this.id = id;
    }

    static LetterMessage of(Letter letter, Sender sender, Instant at, Session session)
            throws Problem, MessagingException {
        var from = sender.asAddress();
        String host = from.getAddress().substring(from.getAddress().lastIndexOf('@') + 1);
        LetterMessage message = new LetterMessage(session,
                "<" + letter.digest().substring(0, LONGEST_ID) + "." + hex(letter) + "@" + host + ">");
        message.setFrom(from);
        message.setRecipient(Message.RecipientType.TO,
                Sender.address(letter.student().mail(), letter.student().name()));
        message.setSubject(letter.subject(), StandardCharsets.UTF_8.name());
        message.setText(letter.body(), StandardCharsets.UTF_8.name());
        message.setSentDate(Date.from(at));
        message.saveChanges();
        return message;
    }

    private static String hex(Letter letter) {
        return Integer.toHexString(letter.student().key().value().hashCode());
    }

    @Override
    protected void updateMessageID() throws MessagingException {
        setHeader("Message-ID", id);
    }
}
