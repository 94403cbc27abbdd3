package org.epiglyph.core.marks;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class PictureNamesTest {
    @Test
    void findsOwnPicturesOnly() {
        assertThat(PictureNames.in("See ![a tide](picture:0a1b.png) and ![*b*](picture:ff.png), ![a](picture:ff.png)"))
                .containsExactlyInAnyOrder("0a1b.png", "ff.png");
        assertThat(PictureNames.in("![out](picture:../ff.png) ![web](https://example.org/ff.png) picture:ff.png"))
                .isEmpty();
    }
}
