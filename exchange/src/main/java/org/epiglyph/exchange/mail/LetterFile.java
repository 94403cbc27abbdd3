package org.epiglyph.exchange.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.Properties;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.letters.Letter;

/** Letters as .eml files, which any mail program opens and sends. */
public final class LetterFile {
    private static final int MOST_SAME = 10_000;

    private LetterFile() {}

    /**
     * Writes a letter beside existing ones; none is overwritten.
     *
     * @return the file
     * @throws Problem if an address is invalid, or the file cannot be written
     */
    public static Path write(Letter letter, Sender sender, Instant at, Path folder) throws Problem {
        try {
            LetterMessage message = LetterMessage.of(letter, sender, at, Session.getInstance(new Properties()));
            Files.createDirectories(folder);
            String stem = letter.student()
                    .key()
                    .value()
                    .replaceAll("[^\\p{L}\\p{N}._-]", "_")
                    .replaceFirst("^[.-]", "_");
            for (int n = 1; n < MOST_SAME; n++) {
                Path file = folder.resolve(stem + (n == 1 ? "" : "-" + n) + ".eml");
                try (OutputStream out = Files.newOutputStream(file, StandardOpenOption.CREATE_NEW)) {
                    message.writeTo(out);
                    return file;
                } catch (FileAlreadyExistsException e) {
                    // an existing letter stays; the next number is tried
                } catch (IOException | MessagingException e) {
                    Files.deleteIfExists(file);
                    throw e;
                }
            }
            throw new Problem(Message.of(LetterFile.class, "tooMany", folder));
        } catch (IOException | MessagingException e) {
            throw new Problem(Message.of(LetterFile.class, "cannotBeWritten", folder), e);
        }
    }
}
