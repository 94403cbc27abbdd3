package org.epiglyph.recordoffice;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import io.javalin.Javalin;
import io.javalin.http.Context;
import jakarta.mail.BodyPart;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.util.Arrays;
import java.util.stream.Collectors;

/** A mail service on this machine only: it accepts every letter, forwards none, and shows what arrived on a page. */
final class Inboxes implements AutoCloseable {
    private final GreenMail mail;

    private Inboxes(GreenMail mail) {
        this.mail = mail;
    }

    static Inboxes start() throws IOException {
        ServerSetup smtp = new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP);
        GreenMail mail = new GreenMail(smtp);
        try {
            mail.start();
        } catch (RuntimeException e) {
            throw new IOException("The inboxes cannot be opened", e);
        }
        return new Inboxes(mail);
    }

    int port() {
        return mail.getSmtp().getPort();
    }

    void addTo(Javalin server) {
        server.get("/mail", this::page);
    }

    private void page(Context ctx) throws IOException {
        StringBuilder letters = new StringBuilder();
        MimeMessage[] received = mail.getReceivedMessages();
        for (int i = received.length - 1; i >= 0; i--) {
            try {
                letter(letters, received[i]);
            } catch (MessagingException | IOException e) {
                letters.append("<section><p class=\"quiet\">A letter that cannot be read.</p></section>");
            }
        }
        ctx.html(RecordPage.template("mail.html")
                .replace("{{count}}", Integer.toString(received.length))
                .replace("{{letters}}", received.length == 0
                        ? "<section><p class=\"quiet\">No letter has come yet.</p></section>"
                        : letters));
    }

    private static void letter(StringBuilder out, MimeMessage message) throws MessagingException, IOException {
        String to = message.getRecipients(Message.RecipientType.TO) == null
                ? ""
                : Arrays.stream(message.getRecipients(Message.RecipientType.TO))
                        .map(a -> a instanceof InternetAddress one ? one.toUnicodeString() : a.toString())
                        .collect(Collectors.joining(", "));
        out.append("<section><p class=\"module\">To ")
                .append(RecordPage.escaped(to))
                .append("</p><h2>")
                .append(RecordPage.escaped(message.getSubject() == null ? "" : message.getSubject()))
                .append("</h2><p class=\"words\">")
                .append(RecordPage.escaped(text(message.getContent())))
                .append("</p></section>");
    }

    private static String text(Object content) throws MessagingException, IOException {
        if (content instanceof Multipart parts) {
            StringBuilder all = new StringBuilder();
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart part = parts.getBodyPart(i);
                all.append(part.isMimeType("text/plain") ? text(part.getContent()) : "[" + part.getFileName() + "]\n");
            }
            return all.toString();
        }
        return content instanceof String text ? text : "";
    }

    @Override
    public void close() {
        mail.stop();
    }
}
