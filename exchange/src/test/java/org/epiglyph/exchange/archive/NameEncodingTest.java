package org.epiglyph.exchange.archive;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

/** The names of a class in the code pages that their systems use; the JDK defines which letters a code page has. */
class NameEncodingTest {
    private static final String[][] CLASSES = {
            {"IBM437", "Müller_Jürgen.pdf", "François_Élodie.pdf", "Señor_Núñez.pdf", "Ångström_Åsa.pdf",
                    "Größe_Jörg.pdf"},
            {"IBM850", "Ávila_Vânia.pdf", "São_João.pdf", "Øverland_Bjørn.pdf", "Conceição_Inês.pdf",
                    "Ólafsson_Þór.pdf"},
            {"windows-1252", "Müller_Jürgen.pdf", "Sequeira_João.pdf", "Ní Cheallaigh_Áine.pdf", "Øverland_Bjørn.pdf",
                    "Þorgilsdóttir_Æsa.pdf"},
            {"IBM866", "Ковальчук_Светлана.pdf", "Иванов_Пётр.pdf", "Щукина_Юлия.pdf", "Жданов_Фёдор.pdf",
                    "Эхо_Яна.pdf"},
            {"windows-1251", "Ковальчук_Світлана.pdf", "Иванов_Пётр.pdf", "Щукина_Юлия.pdf", "Жданов_Фёдор.pdf",
                    "Эхо_Яна.pdf"},
            {"Shift_JIS", "佐藤_けんじ.pdf", "鈴木_さくら.pdf", "高橋_ゆうこ.pdf", "田中_あきら.pdf", "渡辺_はるか.pdf"}};

    @Property(tries = 120)
    void aFewNamesRevealTheEncodingOrAnEquivalentOne(@ForAll @IntRange(min = 0, max = 5) int which,
            @ForAll @Size(min = 2, max = 5) List<@IntRange(min = 1, max = 5) Integer> chosen) {
        String[] names = CLASSES[which];
        Charset charset = Charset.forName(names[0]);
        List<byte[]> raw = new ArrayList<>();
        chosen.forEach(i -> raw.add(names[i].getBytes(charset)));
        Charset found = NameEncoding.likeliest(raw);
        for (int i : chosen) {
            assertThat(new String(names[i].getBytes(charset), found)).as("%s read as %s", names[i], found)
                    .isEqualTo(names[i]);
        }
    }

    @Example
    void plainNamesAndNoNamesAreReadAsTheFormatHasIt() {
        assertThat(NameEncoding.likeliest(List.of())).isEqualTo(Charset.forName("IBM437"));
        assertThat(NameEncoding.likeliest(List.of("K-1.pdf".getBytes()))).isEqualTo(Charset.forName("IBM437"));
        assertThat(NameEncoding.choices()).contains(Charset.forName("IBM850"), Charset.forName("GBK"));
    }
}
