package org.epiglyph.carrier;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.page.PageText;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.places.OneAtATime;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.WordsFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The words of a batch's documents: read from their pages once and cached beside the batch. */
public final class CachedWords {
    private static final Logger LOG = LoggerFactory.getLogger(CachedWords.class);
    private final BatchFolder folder;

    public CachedWords(BatchFolder folder) {
        this.folder = folder;
    }

    /**
     * The words of a document page by page; a page that cannot be read has none, like a picture.
     *
     * @throws Problem if the document cannot be opened
     */
    public List<PageText> of(Document document) throws Problem {
        return OneAtATime.at(folder.pages(document), () -> withRecognised(document, cachedOrRead(document)));
    }

    /** Adds the words recognised on pages that are pictures. */
    private List<PageText> withRecognised(Document document, List<PageText> pages) {
        if (pages.stream().noneMatch(p -> p.words().isEmpty())) {
            return pages;
        }
        List<PageText> recognised = WordsFile.readRecognised(folder, document).orElse(List.of());
        return IntStream.range(0, pages.size())
                .mapToObj(i -> pages.get(i).words().isEmpty() && i < recognised.size()
                        ? recognised.get(i)
                        : pages.get(i))
                .toList();
    }

    private List<PageText> cachedOrRead(Document document) throws Problem {
        Optional<List<PageText>> kept = WordsFile.read(folder, document);
        if (kept.isPresent() && kept.get().size() == document.pageCount()) {
            return kept.get();
        }
        List<PageText> read = read(document);
        try {
            WordsFile.write(folder, document, read);
        } catch (IOException e) {
            LOG.info("Words of a document are not kept ({})", e.getClass());
        }
        return read;
    }

    private List<PageText> read(Document document) throws Problem {
        try (OpenDocument open = OpenDocument.open(folder.pages(document))) {
            List<PageText> pages = new ArrayList<>();
            for (int i = 0; i < open.pageCount(); i++) {
                pages.add(text(open, i));
            }
            return pages;
        }
    }

    private static PageText text(OpenDocument open, int page) {
        try {
            return open.text(page);
        } catch (Problem e) {
            LOG.info("Words of a page cannot be read ({})", e.getCause() == null ? "" : e.getCause().getClass());
            return PageText.NONE;
        }
    }
}
