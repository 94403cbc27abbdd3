package org.epiglyph.desktop.scheme;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.SameNames;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.scheme.SchemeFile;
import org.epiglyph.workspace.Workspace;

/** The scheme that waits for a decision, stored in a file beside the batch. */
final class PendingScheme {
    private static final String NAME = "scheme-waiting.json";
    private final Workspace workspace;

    PendingScheme(Workspace workspace) {
        this.workspace = workspace;
    }

    private Path file() {
        return workspace.folder().root().resolve(NAME);
    }

    /** What waits; empty if nothing does, or if it cannot be read any more: the scheme in force can. */
    Optional<MarkScheme> read() {
        try {
            return Files.isRegularFile(file())
                    ? Optional.of(SameNames.scheme(SchemeFile.read(Files.readAllBytes(file()), NAME),
                            workspace.batch().scheme()))
                    : Optional.empty();
        } catch (IOException | Problem e) {
            return Optional.empty();
        }
    }

    /** Stores a scheme, replacing the previous one; deletes that if empty. */
    void save(Optional<MarkScheme> scheme) throws Problem {
        try {
            if (scheme.isEmpty()) {
                Files.deleteIfExists(file());
            } else {
                Files.write(file(), SchemeFile.write(scheme.get(), workspace.batch().task().title(), NAME));
            }
        } catch (IOException e) {
            throw new Problem(UiText.of("Scheme.waitingNotKept"), e);
        }
    }
}
