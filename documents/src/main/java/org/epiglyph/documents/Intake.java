package org.epiglyph.documents;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.documents.rendition.Rendition;
import org.epiglyph.documents.rendition.Renditions;
import org.epiglyph.documents.rendition.Unreadable;
import org.slf4j.LoggerFactory;

/** Examines a received file by its content and converts it to pages if possible. */
public final class Intake {
    private static final int HEAD = 1024;

    private Intake() {}

    /**
     * @param file      the original; only read
     * @param rendition where a PDF made from it is written; unused if the original itself is shown
     * @return pages, or the reason why there are none; a faulty file never causes an exception
     * @throws IOException if the disk fails, not the file
     */
    public static Pages examine(Path file, Path rendition) throws IOException {
        return examine(file, rendition, Optional.empty());
    }

    /**
     * Opens a locked document.
     *
     * @param password what the marker entered; used once and stored nowhere
     * @return as {@link #examine}; still locked if the password is wrong
     */
    static Pages unlock(Path file, Path rendition, String password) throws IOException {
        return examine(file, rendition, Optional.of(password));
    }

    private static Pages examine(Path file, Path rendition, Optional<String> password) throws IOException {
        try {
            return examined(file, rendition, password);
        } catch (StackOverflowError e) {
            return new Pages.None(Message.of(Intake.class, "tooDeep"));
        } catch (RuntimeException e) {
            LoggerFactory.getLogger(Intake.class).error("A received file meets a fault of the program", e);
            return new Pages.None(Message.of(Intake.class, "unusual"));
        } catch (OutOfMemoryError e) {
            return new Pages.None(Message.of(Intake.class, "tooLarge"));
        } catch (IOException e) {
            if (!canWrite(rendition)) {
                throw e;
            }
            LoggerFactory.getLogger(Intake.class).info("A received file cannot be read", e);
            return new Pages.None(Message.of(Intake.class, "broken"));
        }
    }

    /** Tells a failing disk from a faulty file. */
    private static boolean canWrite(Path rendition) {
        Path trial = rendition.resolveSibling(rendition.getFileName() + ".trial");
        try {
            Files.createDirectories(rendition.toAbsolutePath().getParent());
            Files.write(trial, new byte[HEAD]);
            Files.delete(trial);
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    private static Pages examined(Path file, Path rendition, Optional<String> password) throws IOException {
        byte[] head = Renditions.head(file, HEAD);
        if (head.length == 0) {
            return new Pages.None(Message.of(Intake.class, "empty"));
        }
        if (new String(head, StandardCharsets.ISO_8859_1).contains("%PDF-")) {
            return PdfIntake.examine(file, rendition, password);
        }
        Files.createDirectories(rendition.toAbsolutePath().getParent());
        try {
            return Renditions.make(file, head, rendition)
                    .<Pages>map(r -> ready(r, rendition))
                    .orElseGet(() -> new Pages.None(Message.of(Intake.class, "noPages", Renditions.kind(head))));
        } catch (Unreadable e) {
            LoggerFactory.getLogger(Intake.class).info("A received file gives no pages", e.getCause());
            return new Pages.None(e.why());
        }
    }

    private static Pages ready(Rendition made, Path rendition) {
        return new Pages.Ready(made.pages(), rendition.getFileName().toString(), made.notes(),
                Set.of());
    }
}
