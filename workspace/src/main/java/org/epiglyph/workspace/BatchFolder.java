package org.epiglyph.workspace;

import java.nio.file.Path;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;

/**
 * Where things are in a batch's folder.
 *
 * @param root the folder itself
 */
public record BatchFolder(Path root) {
    /** The decisions: task, roster, scheme and every edit. */
    public Path database() {
        return root.resolve("batch.sqlite");
    }

    /** What was received, byte for byte. */
    public Path originals() {
        return root.resolve("originals");
    }

    /** One received document. Each has a folder of its own, so that two of the same name do not meet. */
    public Path original(Document document) {
        return originals().resolve(document.id()).resolve(document.name());
    }

    /** PDFs made from pictures; can be made again. */
    public Path renditions() {
        return root.resolve("pages");
    }

    /** The document's pages as PDF: the original, or what was made from it. */
    public Path pages(Document document) {
        if (document.pages() instanceof Pages.Ready ready && !ready.rendition().isEmpty()) {
            return renditions().resolve(ready.rendition());
        }
        return original(document);
    }

    /** What handing back built; can be made again. */
    public Path outgoing() {
        return root.resolve("outgoing");
    }

    /** The grade sheet as it was received, where the batch came with one. */
    public Path gradeSheet() {
        return root.resolve("grade-sheet.csv");
    }

    /** Where the batch came from and goes back to, without any secret. */
    public Path origin() {
        return root.resolve("origin.json");
    }

    Path lock() {
        return root.resolve("batch.lock");
    }
}
