package org.epiglyph.core.passages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.page.TextPages.page;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The words of pages, and the statements of source code. */
class WordRunTest {
    private final Vocabulary vocabulary = new Vocabulary();

    private String read(WordRun run) {
        return IntStream.range(0, run.size())
                .mapToObj(i -> String.valueOf(run.number(i)))
                .collect(Collectors.joining(" "));
    }

    @Test
    void normalisesCasePunctuationAndLineEnds() {
        WordRun broken = WordRun.of(vocabulary,
                List.of(page("The inter-", "polation, \ufb01nally", "\u2014 na\u00efve.")));
        WordRun plain = WordRun.of(vocabulary, "the INTERPOLATION finally nai\u0308ve");
        assertEquals(read(plain), read(broken));
        assertEquals(List.of(new WordRun.Place(0, 0, 0), new WordRun.Place(0, 1, 2), new WordRun.Place(0, 3, 3),
                new WordRun.Place(0, 5, 5)), broken.places());
        assertEquals(4, WordRun.of(vocabulary, "\u0394\u03b1\u03bd\u03ac\u03b7 \u6f6e\u6c50 12 a").size());
    }

    @Test
    void joinsOnlyWordsHyphenatedAtALineEnd() {
        assertThat(words("tide- table")).as("one line").isEqualTo(2);
        assertThat(words("a", "tide-", "table")).isEqualTo(1 + words("a"));
        assertThat(words("1-", "table")).as("no letter before the sign").isEqualTo(words("1", "table"));
        assertThat(words("-", "table")).isEqualTo(1);
        assertThat(words("tide\u00ad", "table")).isEqualTo(1);
        assertThat(words("tide\u2010", "table")).isEqualTo(1);
        assertThat(words("tide", "table")).isEqualTo(2);
        assertThat(words("half-tide", "table")).isEqualTo(2);
        assertThat(words("table", "tide-")).isEqualTo(2);
        assertEquals(List.of(new WordRun.Place(0, 0, 2)),
                WordRun.of(vocabulary, List.of(page("in-", "ter-", "polate"))).places());
    }

    private int words(String... lines) {
        return WordRun.of(vocabulary, List.of(page(lines))).size();
    }

    @Test
    void theReferencesHeadingIsAloneOnItsLine() {
        assertThat(own("one two", "References", "three four")).isEqualTo(2);
        assertThat(own("References", "three four")).isZero();
        assertThat(own("one two", "References")).isEqualTo(2);
        assertThat(own("one References", "three four")).isEqualTo(4);
        assertThat(own("one two", "References three")).isEqualTo(4);
        assertThat(own("one two", "Works", "Cited")).isEqualTo(4);
        assertThat(own("Sources", "one two", "Sources", "three")).as("the last one").isEqualTo(3);
    }

    private int own(String... lines) {
        return WordRun.of(vocabulary, List.of(page(lines)), true).counting();
    }

    @Test
    void aQuotationEndsWithItsOwnMarkWithin400Words() {
        assertThat(own("we \u201cwrote\u201d this")).isEqualTo(2);
        assertThat(own("we \"wrote down\" this")).isEqualTo(2);
        assertThat(own("\u00abwrote down\u00bb this")).isEqualTo(1);
        assertThat(own("\u201ewrote down\u201c this")).isEqualTo(1);
        assertThat(own("\u201cwrote down\u00bb this")).as("another sign").isEqualTo(3);
        assertThat(own("we wrote\u201d \u201cdown this")).as("never opened, never closed").isEqualTo(4);
        assertThat(own("\"wrote\" \"down\" this")).as("two quotations").isEqualTo(1);
        assertThat(own("\u201c" + "tide ".repeat(399) + "ebb\u201d this")).isEqualTo(1);
        assertThat(own("\u201c" + "tide ".repeat(400) + "ebb\u201d this")).isEqualTo(402);
    }

    private List<WordRun.Place> statements(String... lines) {
        return WordRun.ofCode(vocabulary, List.of(page(lines))).places();
    }

    @Test
    void locatesAStatementDespitePunctuation() {
        assertThat(statements("a = 1; b = 2;", "c = 3")).containsExactly(new WordRun.Place(0, 0, 2),
                new WordRun.Place(0, 3, 5), new WordRun.Place(0, 6, 8));
        assertThat(statements("x=1;y=2;")).as("two in one word")
                .containsExactly(new WordRun.Place(0, 0, 0),
                        new WordRun.Place(0, 0, 0));
        assertThat(statements("if(a){b = 1;}")).containsExactly(new WordRun.Place(0, 0, 0),
                new WordRun.Place(0, 0, 2));
        assertThat(statements("}", "a")).as("a lone sign says nothing").containsExactly(new WordRun.Place(0, 1, 1));
    }

    @Test
    void distinguishesStatementsButNotNames() {
        for (String other : List.of("while(total==2)", "if(total!=2)", "if(total==total)", "if(total==\"2\")",
                "if(2==2)", "if(total==2", "if(total>2)")) {
            assertThat(read(code(other))).as(other).isNotEqualTo(read(code("if(total==2)")));
        }
        assertThat(read(code("if(_sum==3.5)"))).isEqualTo(read(code("if(total==2)")));
        assertThat(read(code("print('ebb')"))).isEqualTo(read(code("save(\"tide\")")));
    }

    private WordRun code(String line) {
        return WordRun.ofCode(vocabulary, List.of(page(line)));
    }

    @Test
    void renamingHidesNothingInSourceCode() {
        String[] own = {"int total = 0;", "for (int i = 0; i < rows.length; i++) {", "total += rows[i].height;", "}",
                "if (total > 12) {", "return total / 2.0;", "}", "String name = \"tide\";", "print(name, total);",
                "save(total);"};
        String[] renamed = {"int sum = 1;", "for (int k = 0; k < data.length; k++) {", "sum += data[k].level;", "}",
                "if (sum > 99) {", "return sum / 4.5;", "}", "String label = \"ebb\";", "print(label, sum);",
                "save(sum);"};
        WordRun one = WordRun.ofCode(vocabulary, List.of(page(own)));
        WordRun other = WordRun.ofCode(vocabulary, List.of(page(renamed)));
        assertThat(Winnowing.between(one, other)).singleElement()
                .satisfies(p -> assertThat(p.length()).isEqualTo(one.size()));
        assertThat(one.size()).as("a brace alone is no statement").isEqualTo(10);
        String[] otherwise = {"while (true) {", "read();", "}"};
        assertThat(Winnowing.between(one, WordRun.ofCode(vocabulary, List.of(page(otherwise))))).isEmpty();
    }
}
