package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.letters.LetterText;
import org.epiglyph.places.WholeFile;
import org.epiglyph.workspace.BatchFolder;

/** The draft of a letter, stored beside the batch: its subject in the first line, its body below. */
public final class LetterDraft {
    private static final long LONGEST = 1 << 20;

    private LetterDraft() {}

    /**
     * The draft so far; empty if there is none.
     *
     * @throws IOException if it cannot be read
     */
    public static LetterText read(BatchFolder folder) throws IOException {
        Path file = folder.letter();
        if (!Files.exists(file) || Files.size(file) > LONGEST) {
            return new LetterText("", "");
        }
        String kept = Files.readString(file, StandardCharsets.UTF_8);
        int line = kept.indexOf('\n');
        return line < 0 ? new LetterText(kept, "") : new LetterText(kept.substring(0, line), kept.substring(line + 1));
    }

    /** Saves it atomically. */
    public static void save(BatchFolder folder, String subject, String text) throws IOException {
        WholeFile.write(folder.letter(),
                beside -> Files.writeString(beside, subject.replace('\n', ' ') + "\n" + text));
    }
}
