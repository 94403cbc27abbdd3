package org.epiglyph.carrier;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;

/** Encloses a file of the marker's with the work of some students. It is stored once, however many receive it. */
public final class Enclosing {
    /** The largest file that can be enclosed, in bytes: 25 MB. */
    static final long LARGEST = 25_000_000;

    private Enclosing() {}

    /**
     * Encloses a file, as one act.
     *
     * @throws Problem if it cannot be read or is too large; nothing was enclosed then
     */
    public static void run(Workspace workspace, Path file, List<StudentKey> students) throws Problem {
        String name = String.valueOf(file.getFileName());
        String id = "e" + UUID.randomUUID();
        try {
            if (!Files.isRegularFile(file)) {
                throw new Problem(Message.of(Enclosing.class, "noFile", file));
            }
            if (Files.size(file) > LARGEST) {
                throw new Problem(Message.of(Enclosing.class, "tooLarge", name,
                        String.format(Locale.ROOT, "%.1f", Files.size(file) / 1e6), LARGEST / 1_000_000));
            }
            Originals.Stored stored;
            try (InputStream bytes = Files.newInputStream(file)) {
                stored = new Originals(workspace.folder()).store(id, name, bytes);
            }
            Document document = new Document(id, name, stored.sha256(), stored.bytes(), new Pages.None(),
                    Message.of(Enclosing.class, "byYou").text());
            workspace.edit(
                    new Edit.Together(students.stream().<Edit>map(s -> new Edit.Enclose(s, document)).toList()));
        } catch (IOException e) {
            throw new Problem(Message.of(Enclosing.class, "cannotBeEnclosed", file),
                    e);
        } catch (EditRefused e) {
            throw new Problem(Message.of(Enclosing.class, "nothingEnclosed", e.asMessage()), e);
        }
    }
}
