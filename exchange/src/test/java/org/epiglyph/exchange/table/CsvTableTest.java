package org.epiglyph.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.StringReader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;

/** RFC 4180, section 2, with Commons CSV as the second writer and reader. */
class CsvTableTest {
    private static CsvTable read(String text) throws Problem {
        return CsvTable.read(text.getBytes(StandardCharsets.UTF_8), "a sheet");
    }

    /** The examples in RFC 4180, section 2, items 2, 5, 6 and 7. */
    @Test
    void readsTheExamplesOfTheStandard() throws Problem {
        assertThat(read("aaa,bbb,ccc\r\nzzz,yyy,xxx").row(1)).containsExactly("zzz", "yyy", "xxx");
        assertThat(read("\"aaa\",\"bbb\",\"ccc\"\r\nzzz,yyy,xxx").row(0)).containsExactly("aaa", "bbb", "ccc");
        assertThat(read("\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,yyy,xxx").row(0)).containsExactly("aaa", "b\r\nbb", "ccc");
        assertThat(read("\"aaa\",\"b\"\"bb\",\"ccc\"").row(0)).containsExactly("aaa", "b\"bb", "ccc");
    }

    @Provide
    Arbitrary<List<List<String>>> tables() {
        Arbitrary<String> cell = Arbitraries.strings().withChars("ab \",;\n\tüΩ=1").ofMaxLength(6);
        return cell.list().ofSize(4).list().ofMinSize(1).ofMaxSize(6);
    }

    @Property(tries = 300)
    void readsWhatCommonsCsvWritesAndChangesOneCellOnly(@ForAll("tables") List<List<String>> rows)
            throws Exception {
        StringBuilder out = new StringBuilder("one,two,three,four\r\n");
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            for (List<String> row : rows) {
                printer.printRecord(row);
            }
        }
        CsvTable table = CsvTable.read(out.toString().getBytes(StandardCharsets.UTF_8), "a sheet",
                new Dialect(StandardCharsets.UTF_8, ',', '"'));
        for (int i = 0; i < rows.size(); i++) {
            assertThat(table.row(i + 1)).isEqualTo(rows.get(i));
        }
        byte[] changed = table.with(Map.of(new Place(1, 2), new CellValue.Text("new, \"words\"\nhere")));
        List<List<String>> expected = new ArrayList<>(rows);
        expected.set(0, List.of(rows.getFirst().get(0), rows.getFirst().get(1), "new, \"words\"\nhere",
                rows.getFirst().get(3)));
        List<List<String>> read = new ArrayList<>();
        for (CSVRecord record : CSVFormat.RFC4180.builder()
                .setSkipHeaderRecord(true)
                .setHeader()
                .get()
                .parse(new StringReader(new String(changed, StandardCharsets.UTF_8)))) {
            read.add(record.toList());
        }
        assertThat(read).isEqualTo(expected);
    }

    @Test
    void preservesOtherBytes() throws Problem {
        String odd = "\uFEFFkey; name ;score;note\n\"K-1\";Åsa ;;  x\nK-2;\"B;o\";5,5;\n";
        CsvTable table = read(odd);
        assertThat(table.row(2)).containsExactly("K-2", "B;o", "5,5", "");
        byte[] changed = table.with(Map.of(new Place(1, 2), new CellValue.Number(new java.math.BigDecimal("7.5"))));
        assertThat(new String(changed, StandardCharsets.UTF_8)).isEqualTo(odd.replace("Åsa ;;", "Åsa ;7,5;"));
        assertThat(table.with(Map.of())).isEqualTo(odd.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void preservesALegacyEncoding() throws Problem {
        Charset western = Charset.forName("windows-1252");
        byte[] bytes = "key,name,score\r\nK-1,Müller – Söhne,\r\n".getBytes(western);
        byte[] changed = CsvTable.read(bytes, "a sheet").with(Map.of(new Place(1, 2), new CellValue.Text("3")));
        assertThat(changed).isEqualTo("key,name,score\r\nK-1,Müller – Söhne,3\r\n".getBytes(western));
    }

    /** Formulas in cells: common practice, no source. */
    @Test
    void disarmsTextThatWouldStartAFormulaButNotNumbers() throws Problem {
        CsvTable table = read("key,score,feedback\nK-1,,\n");
        byte[] changed = table
                .with(Map.of(new Place(1, 1), new CellValue.Number(new java.math.BigDecimal("-0.5")), new Place(1, 2),
                        new CellValue.Text("=HYPERLINK(\"http://x\")")));
        assertThat(new String(changed, StandardCharsets.UTF_8))
                .isEqualTo("key,score,feedback\nK-1,-0.5,\"'=HYPERLINK(\"\"http://x\"\")\"\n");
    }

    @Test
    void namesTheLineOfAnUnclosedQuote() {
        assertThatThrownBy(() -> read("key,name\nK-1,\"Ada\nK-2,Bao\n")).isInstanceOf(Problem.class)
                .hasMessageContaining("line 2");
    }

    @Test
    void aStrayQuoteDoesNotSwallowRows() throws Problem {
        assertThatThrownBy(() -> read("key,name\nK-1,\"Ada\nK-2,Bao\nK-3,\"Chen\"\n")).isInstanceOf(Problem.class)
                .hasMessageContaining("line 2")
                .hasMessageContaining("line 4");
        assertThatThrownBy(() -> read("key,name\rK-1,\"Ada\rK-2,\"\",\"x\"\r")).isInstanceOf(Problem.class)
                .hasMessageContaining("line 2");
        assertThat(read("key,name\nK-1,\"Ada\" Lovel\n").row(1)).as("on one line nothing is lost")
                .containsExactly("K-1", "Ada Lovel");
        assertThat(read("key,name\nK-1,\"two\nlines\" \n").row(1)).containsExactly("K-1", "two\nlines ");
    }
}
