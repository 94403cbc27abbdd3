package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.math.BigDecimal;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.SetAside;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.page.TextQuery;
import org.epiglyph.core.passages.Corpus;
import org.epiglyph.core.passages.Passage;
import org.epiglyph.core.passages.Source;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** The text of a class: compared incrementally, searched, and located on its pages again. */
class ClassPassagesTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BEN = new StudentKey("K-2");
    private static final StudentKey SCAN = new StudentKey("K-3");
    private static final String TASK = "work out the height of the tide at noon by the rule of twelfths";
    private static final String COPIED = "we waited outside until the stream had turned and then went in under engine";
    private static final ClassPassages.Reach OWN = new ClassPassages.Reach(true, true, Set.of());
    private final CachedWords words = mock(CachedWords.class);

    private static Document document(String id, int pages) {
        return new Document(id, id + ".pdf", id.repeat(64).substring(0, 64), 9, new Pages.Ready(pages, ""), "");
    }

    private static Submission submission(StudentKey key, Document document) {
        return Submission.untouched(new Student(key, "G", "F", ""),
                List.of(new HandIn(1, Optional.empty(), "", List.of(document))));
    }

    private static PageText page(String text) {
        List<PageWord> all = new ArrayList<>();
        for (String word : text.split(" ")) {
            all.add(new PageWord(word, new PageBox(all.size() * 20, 100, 18, 10), 0));
        }
        return new PageText(all);
    }

    private Batch batch() throws Problem {
        when(words.of(any())).thenReturn(List.of(PageText.NONE));
        when(words.of(document("a", 2))).thenReturn(List.of(page(TASK + " so I begin"), page("Then " + COPIED)));
        when(words.of(document("b", 1))).thenReturn(List.of(page("As said, " + COPIED + ". " + TASK)));
        return Batch.collected(
                new Task("t", "", "Work", TASK, Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                List.of(submission(ADA, document("a", 2)), submission(BEN, document("b", 1)),
                        submission(SCAN, document("c", 1))));
    }

    @Test
    void findsSharedPassagesBeyondTheTaskAndHighlightsThem() throws Problem {
        Batch batch = batch();
        ClassPassages passages = new ClassPassages(words, OWN);
        assertThat(passages.wordCount(ADA)).isEmpty();
        passages.read(batch, _ -> true);
        assertThat(passages.isComplete()).isTrue();
        int length = COPIED.split(" ").length;
        assertThat(passages.common(ADA, true)).singleElement().satisfies(c -> {
            assertThat(c.other()).isEqualTo(new Source.Mate(BEN));
            assertThat(c.wordCount()).isEqualTo(length);
        });
        assertThat(passages.wordCount(SCAN)).contains(0);
        assertThat(passages.common(SCAN, true)).isEmpty();
        Passage passage = passages.common(ADA, true).getFirst().passages().getFirst();
        PlacedWords placed = passages.placed(batch.submission(ADA));
        assertThat(placed.words(passage.at(), passage.length())).isEqualTo(COPIED);
        Map<PageRef, List<PageBox>> boxes = placed.boxes(passage.at(), passage.length());
        assertThat(boxes).containsOnlyKeys(new PageRef("a", 1));
        assertThat(boxes.get(new PageRef("a", 1)))
                .containsExactly(new PageBox(20, 100, (length - 1) * 20 + 18, 10));
        assertThat(placed.boxes(passage.at() - 2, 4)).as("over the end of a page").hasSize(2);
    }

    @Test
    void rereadsOnlyWhatChangedAndResumesAfterCancelling() throws Problem {
        Batch batch = batch();
        ClassPassages passages = new ClassPassages(words, OWN);
        passages.read(batch, looked -> looked < 2);
        assertThat(passages.isComplete()).isFalse();
        assertThat(passages.wordCount(SCAN)).isEmpty();
        passages.read(batch, _ -> true);
        passages.read(batch.apply(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE))), _ -> true);
        verify(words, times(1)).of(document("a", 2));
        Batch later = batch.apply(new Edit.ReceiveHandIn(BEN,
                new HandIn(2, Optional.empty(), "", List.of(document("d", 1)))));
        passages.read(later, _ -> true);
        assertThat(passages.common(ADA, true)).as("the earlier hand-in counts no longer").isEmpty();
        verify(words, times(1)).of(document("b", 1));
    }

    @Test
    void ignoresSetAsideTextAndComparesEnclosedDocuments() throws Problem {
        Batch batch = batch();
        Document model = document("m", 1);
        when(words.of(model)).thenReturn(List.of(page("A model answer: " + COPIED)));
        ClassPassages passages = new ClassPassages(words, OWN);
        Batch beside = batch.apply(new Edit.ChangeAids(batch.aids().withDocuments(List.of(model))));
        passages.read(beside, _ -> true);
        assertThat(passages.common(ADA, true)).extracting(Corpus.Common::other)
                .containsExactlyInAnyOrder(new Source.Mate(BEN), new Source.Given("m"));
        assertThat(passages.placed(model).words(3, 2)).isEqualTo("we waited");
        passages.read(batch, _ -> true);
        assertThat(passages.common(ADA, true)).as("it lies beside no longer").hasSize(1);
        assertThat(passages.pairs(batch, true, () -> true)).hasSize(1);
        passages.read(batch.apply(new Edit.ChangeAids(batch.aids()
                .withAside(List.of(new SetAside(COPIED, SetAside.Reason.QUOTATION))))), _ -> true);
        assertThat(passages.common(ADA, true)).isEmpty();
        passages.read(batch, _ -> true);
        assertThat(passages.common(ADA, true)).as("taken back").hasSize(1);
    }

    @Test
    void anUnreadableDocumentHasNoWordsAndStopsNothing() throws Problem {
        Batch batch = batch();
        when(words.of(document("a", 2))).thenThrow(new Problem("It cannot be opened."));
        ClassPassages passages = new ClassPassages(words, OWN);
        passages.read(batch, _ -> true);
        assertThat(passages.wordCount(ADA)).contains(0);
        assertThat(passages.wordCount(BEN).orElseThrow()).isPositive();
        List<ClassSearch.Found> found = new ArrayList<>();
        new ClassSearch(words).search(batch, new TextQuery("Stream had", false), found::add);
        assertThat(found).containsExactly(new ClassSearch.Found(ADA, 0, false), new ClassSearch.Found(BEN, 1, true),
                new ClassSearch.Found(SCAN, 0, false));
        found.clear();
        new ClassSearch(words).search(batch, new TextQuery("stream", false), one -> {
            found.add(one);
            return false;
        });
        assertThat(found).hasSize(1);
    }

    @Test
    void skipsStudentsWithoutWorkAndComparesSourceCodeByTokens() throws Problem {
        StudentKey none = new StudentKey("K-4");
        Document one = new Document("e", "tide.py", "e".repeat(64), 9, new Pages.Ready(1, ""), "");
        Document two = new Document("f", "other.py", "f".repeat(64), 9, new Pages.Ready(1, ""), "");
        Document locked = new Document("g", "tide.pdf", "0".repeat(64), 9,
                new Pages.Locked(Message.of(Problem.class, "x")), "");
        String code = "hour = 6 ; total = hour * 12 ; print ( total ) ; total = total + 1 ; if ( hour > 4 ) ; return hour ; "
                + "read ( hour , total ) ; hour -= 2 ; total = hour / 3 - total ; while ( total ) ; exit ( ) ; hour ++ ;";
        when(words.of(one)).thenReturn(List.of(page(code)));
        when(words.of(two)).thenReturn(List.of(page(code.replace("hour", "h").replace("total", "sum"))));
        Batch batch = Batch.collected(
                new Task("t", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                List.of(submission(ADA, one), Submission.untouched(new Student(none, "G", "F", ""), List.of()),
                        submission(SCAN, locked), submission(BEN, two)));
        List<ClassSearch.Found> found = new ArrayList<>();
        new ClassSearch(words).search(batch, new TextQuery("range", false), found::add);
        assertThat(found).extracting(ClassSearch.Found::student).containsExactly(ADA, BEN);
        ClassPassages passages = new ClassPassages(words, OWN);
        passages.read(batch, _ -> true);
        assertThat(passages.common(ADA, true)).as("other names are the same code")
                .extracting(Corpus.Common::other)
                .containsExactly(new Source.Mate(BEN));
    }
}
