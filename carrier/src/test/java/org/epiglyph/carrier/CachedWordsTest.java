package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.passages.Corpus;
import org.epiglyph.core.passages.Source;
import org.epiglyph.places.FolderTree;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.WordsFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The text of documents is read from their pages once, here and in another batch that a class is compared with. */
class CachedWordsTest extends HandedBackFixture {
    private BatchFolder here;
    private Document document;
    private CachedWords words;

    @BeforeEach
    void read() throws Exception {
        here = new BatchFolder(batch);
        document = Glance.at(batch).batch().submission(ADA).documents().getFirst();
        words = new CachedWords(here);
    }

    private static String all(List<PageText> pages) {
        StringBuilder all = new StringBuilder();
        pages.forEach(p -> p.words().forEach(w -> all.append(w.text()).append(' ')));
        return all.toString();
    }

    @Test
    void readsWordsFromThePagesOnlyOnce() throws Exception {
        List<PageText> first = words.of(document);
        assertThat(all(first)).contains("The range is 3.9 m.");
        Path pages = here.pages(document);
        assertThat(pages.toFile().setWritable(true)).isTrue();
        Files.writeString(pages, "no more");
        assertThat(all(words.of(document))).isEqualTo(all(first));
        FolderTree.delete(batch.resolve("words"));
        assertThatThrownBy(() -> words.of(document)).isInstanceOf(Problem.class);
    }

    @Test
    void rereadsWordsWhenTheNumberOfPagesDiffers() throws Exception {
        WordsFile.write(here, document, List.of(PageText.NONE, PageText.NONE));
        assertThat(words.of(document)).hasSize(1);
        assertThat(all(words.of(document))).contains("The range is 3.9 m.");
    }

    @Test
    void usesRecognisedWordsForPagesWithoutText() throws Exception {
        Document scan = new Document("s1", "scan.pdf", document.sha256(), document.bytes(), new Pages.Ready(3, ""), "");
        PageText seen = new PageText(List.of(new PageWord("tide", new PageBox(10, 10, 30, 10), 0)));
        PageText own = new PageText(List.of(new PageWord("typed", new PageBox(10, 10, 30, 10), 0)));
        WordsFile.write(here, scan, List.of(PageText.NONE, own, PageText.NONE));
        assertThat(words.of(scan)).as("nothing was recognised yet").containsExactly(PageText.NONE, own, PageText.NONE);
        WordsFile.writeRecognised(here, scan, List.of(seen, seen));
        assertThat(all(words.of(scan))).as("a page's own words stand").isEqualTo("tide typed ");
    }

    private Path other() throws Exception {
        Path other = folder.resolve("other");
        for (Path path : FolderTree.all(batch)) {
            Path to = other.resolve(batch.relativize(path).toString());
            if (Files.isDirectory(path)) {
                Files.createDirectories(to);
            } else {
                Files.copy(path, to);
            }
        }
        return other;
    }

    @Test
    void comparesWorkOfAnotherBatchAndShowsItAlongside() throws Exception {
        Path other = other();
        Batch current = Glance.at(batch).batch();
        ClassPassages passages = new ClassPassages(words, new ClassPassages.Reach(false, false, Set.of(other)));
        passages.read(current, looked -> looked < 1);
        assertThat(passages.isComplete()).isFalse();
        passages.read(current, _ -> true);
        assertThat(passages.isComplete()).isTrue();
        Source.Elsewhere elsewhere = new Source.Elsewhere(other.toString(), "Tides", ADA, "Ada Example");
        assertThat(passages.common(ADA, true)).extracting(Corpus.Common::other).containsExactly(elsewhere);
        ClassPassages.OtherWork work = passages.placed(elsewhere).orElseThrow();
        String id = other + "#d1";
        assertThat(work.documents()).extracting(Document::id).as("an id that no document here has").containsExactly(id);
        assertThat(work.pages()).isEqualTo(Map.of(id, new BatchFolder(other).pages(document)));
        assertThat(work.words().refs()).extracting(r -> r.document() + " " + r.index()).containsExactly(id + " 0");
        assertThat(all(work.words().pages())).contains("The range is 3.9 m.");
        Collecting.coverNames(other);
        assertThat(passages.placed(elsewhere)).as("its pages would tell too much").isEqualTo(Optional.empty());
        FolderTree.delete(other);
        assertThatThrownBy(() -> passages.placed(elsewhere)).isInstanceOf(Problem.class);
    }
}
