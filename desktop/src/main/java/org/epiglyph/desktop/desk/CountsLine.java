package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import org.epiglyph.carrier.CachedWords;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.reading.TextCounts;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** The counts of the text on the desk: words, sentences, figures, tables, references. Counted in the background. */
final class CountsLine extends Label {
    private final DeskModel model;
    private final CachedWords words;
    private final Newest counting = new Newest(SerialExecutor.thread());
    private Optional<List<Document>> counted = Optional.empty();

    CountsLine(DeskModel model) {
        this.model = model;
        words = new CachedWords(model.workspace().folder());
        setId("text-counts");
        setWrapText(true);
        setMinHeight(USE_PREF_SIZE);
        getStyleClass().add("hint");
        managedProperty().bind(textProperty().isNotEmpty());
    }

    /** Counts the work on the desk, unless its documents are those counted last. */
    void refresh() {
        Submission submission = model.submission();
        List<Document> documents = submission.documents();
        if (counted.equals(Optional.of(documents))) {
            return;
        }
        counted = Optional.of(documents);
        setText("");
        counting.start(() -> {
            List<PageText> pages = new ArrayList<>();
            for (Document document : documents) {
                if (document.pageCount() > 0) {
                    pages.addAll(words.of(document));
                }
            }
            return TextCounts.of(pages);
        }, counts -> setText(describe(counts)), this::setText);
    }

    /** A scan has no words to count. */
    private static String describe(TextCounts counts) {
        return counts.pages() == 0
                ? ""
                : counts.words() == 0
                        ? UiText.of("Counts.scan", counts.pages())
                        : UiText.of("Counts.text", counts.pages(), counts.words(), counts.sentences(),
                                counts.figures(), counts.tables(), counts.references());
    }
}
