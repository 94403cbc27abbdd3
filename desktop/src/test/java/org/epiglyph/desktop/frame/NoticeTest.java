package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

@ExtendWith(ApplicationExtension.class)
class NoticeTest {
    @Test
    void successLooksCalmAndARefusalDoesNot() {
        Notice notice = new Notice();
        Label label = new Label();
        notice.look(label);
        notice.report("Two marks were copied.");
        assertThat(label.getPseudoClassStates()).contains(PseudoClass.getPseudoClass("calm"));
        assertThat(notice.textProperty().get()).isEqualTo("Two marks were copied.");
        notice.refuse("It is sealed.");
        assertThat(label.getPseudoClassStates()).isEmpty();
        assertThat(notice.informationProperty().get()).isFalse();
        assertThat(notice.textProperty().get()).isEqualTo("It is sealed.");
    }
}
