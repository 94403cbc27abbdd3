package org.epiglyph.command;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Problem;
import org.epiglyph.exchange.table.TableBytes;

/** Files given by options, read with an error message if they cannot be. */
public final class OptionFile {
    private OptionFile() {}

    /**
     * A short text, such as a token, without surrounding white space.
     *
     * @throws Problem if the file is missing, is a folder or cannot be read
     */
    public static String text(Path file) throws Problem {
        return new String(bytes(file), java.nio.charset.StandardCharsets.UTF_8).strip();
    }

    /** The bytes of a table, scheme, phrasebook or list. */
    static byte[] bytes(Path file) throws Problem {
        if (!Files.exists(file)) {
            throw new Problem("There is no file " + file + ". Check the option that names it.");
        }
        if (Files.isDirectory(file)) {
            throw new Problem(file + " is a folder, and a file is needed. Check the option that names it.");
        }
        try {
            return TableBytes.read(file);
        } catch (IOException e) {
            throw new Problem(file + " cannot be read. Check that you may read it.", e);
        }
    }
}
