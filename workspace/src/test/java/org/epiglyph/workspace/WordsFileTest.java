package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The text of documents, stored beside the batch. */
class WordsFileTest {
    private static final Document DOCUMENT = new Document("d1", "d.pdf", "a".repeat(64), 9, new Pages.Ready(2, ""), "");
    @TempDir
    private Path folder;

    private static List<PageText> pages() {
        List<PageWord> words = new ArrayList<>();
        for (int i = 0; i < 500; i++) {
            words.add(new PageWord("w\u00f6rd" + i % 40, new PageBox(10 + i % 9, 20 + i / 9, 30.5, 12), i / 9));
        }
        return List.of(new PageText(words), PageText.NONE);
    }

    @Test
    void readsBackWordsForTheSameContentOnly() throws Exception {
        BatchFolder batch = new BatchFolder(folder);
        assertThat(WordsFile.read(batch, DOCUMENT)).isEmpty();
        WordsFile.write(batch, DOCUMENT, pages());
        assertThat(WordsFile.read(batch, DOCUMENT)).contains(pages());
        assertThat(Files.size(batch.words(DOCUMENT))).as("bytes for 500 words").isLessThan(500 * 16);
        Document other = new Document("d1", "d.pdf", "b".repeat(64), 9, new Pages.Ready(2, ""), "");
        assertThat(WordsFile.read(batch, other)).as("other bytes").isEmpty();
        assertThat(WordsFile.read(batch, DOCUMENT.withPages(new Pages.Ready(2, "made.pdf")))).as("made of it")
                .isEmpty();
    }

    @Test
    void ignoresAFileThatWasTamperedWith() throws Exception {
        BatchFolder batch = new BatchFolder(folder);
        WordsFile.write(batch, DOCUMENT, pages());
        byte[] whole = Files.readAllBytes(batch.words(DOCUMENT));
        Random chance = new Random(7);
        for (int i = 0; i < 200; i++) {
            byte[] odd = whole.clone();
            for (int k = 0; k < 3; k++) {
                odd[chance.nextInt(odd.length)] = (byte) chance.nextInt();
            }
            Files.write(batch.words(DOCUMENT), odd);
            WordsFile.read(batch, DOCUMENT)
                    .ifPresent(p -> assertThat(p).as("what is taken is what was written").isEqualTo(pages()));
        }
        Files.write(batch.words(DOCUMENT), java.util.Arrays.copyOf(whole, whole.length / 2));
        assertThat(WordsFile.read(batch, DOCUMENT)).isEmpty();
    }

    @Test
    void storesRecognisedWordsSeparately() throws Exception {
        BatchFolder batch = new BatchFolder(folder);
        List<PageText> one = List.of(PageText.NONE);
        WordsFile.write(batch, DOCUMENT, one);
        assertThat(WordsFile.readRecognised(batch, DOCUMENT)).isEmpty();
        WordsFile.writeRecognised(batch, DOCUMENT, pages());
        assertThat(WordsFile.readRecognised(batch, DOCUMENT)).contains(pages());
        assertThat(WordsFile.read(batch, DOCUMENT)).contains(one);
    }

    @Test
    void writesWordsOfAnyLengthAndTruncatesVeryLongOnes() throws Exception {
        BatchFolder batch = new BatchFolder(folder);
        PageText text = new PageText(List.of(new PageWord("\u4f60".repeat(90_000), new PageBox(0, 0, 9, 9), 0)));
        WordsFile.write(batch, DOCUMENT, List.of(text));
        assertThat(WordsFile.read(batch, DOCUMENT).orElseThrow().getFirst().words()).singleElement()
                .satisfies(w -> assertThat("\u4f60".repeat(90_000)).startsWith(w.text()).hasSizeGreaterThan(1_000));
    }
}
