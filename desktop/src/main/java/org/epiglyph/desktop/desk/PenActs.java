package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.SpellingLanguage;
import org.epiglyph.desktop.paper.KeyPen;

/** Acts on the writing tool: slots of the pen case, phrases, the keyboard pen. */
final class PenActs {
    private static final int MOST_USED = 9;
    private static final int KEYS = 10;
    private final DeskModel model;
    private final PenCaseStrip penCase;
    private final CaseAtPointer atPointer;
    private final KeyPen keyPen;
    private final Optional<SimulatedTablet> tablet;

    PenActs(DeskModel model, PenCaseStrip penCase, CaseAtPointer atPointer, KeyPen keyPen,
            Optional<SimulatedTablet> tablet) {
        this.model = model;
        this.penCase = penCase;
        this.atPointer = atPointer;
        this.keyPen = keyPen;
        this.tablet = tablet;
    }

    List<Act> all() {
        List<Act> acts = new ArrayList<>();
        for (int i = 1; i <= Math.min(KEYS, held().slots().size()); i++) {
            int number = i;
            acts.add(numbered("Desk.act.take.", "Desk.act.takeSlot", i, "DIGIT" + i % KEYS,
                    () -> model.selectSlot(number - 1)));
        }
        for (int i = 1; i <= MOST_USED; i++) {
            int number = i;
            acts.add(numbered("Desk.act.phrase.", "Desk.act.phrase", i, "Alt+DIGIT" + i,
                    () -> model.writing().insertMostUsed(number)));
        }
        acts.addAll(List.of(Act.of("Desk.act.eraser", "E", () -> take(Tool.ERASER)),
                Act.of("Desk.act.choose", "C", () -> take(Tool.CHOOSE)),
                Act.of("Desk.act.caseAtPointer", "Q", atPointer::openAtPointer),
                Act.of("Desk.act.slot", "S", penCase::openCard),
                Act.of("Desk.act.nextSlot", "CLOSE_BRACKET", () -> selectNeighbour(1)).repeating(),
                Act.of("Desk.act.previousSlot", "OPEN_BRACKET", () -> selectNeighbour(-1)).repeating(),
                Act.of("Desk.act.keyPen", "X", keyPen::toggle),
                Act.of("Desk.act.language", "", () -> SpellingLanguage.switchToNext(model))));
        tablet.ifPresent(t -> acts.add(Act.of("Desk.act.tablet", "", t::write)));
        return acts;
    }

    private static Act numbered(String id, String text, int number, String key, Runnable run) {
        return new Act(id + number, UiText.of(text, number), Optional.of(Act.key(key)), () -> true, run);
    }

    private PenCase held() {
        return model.penCaseProperty().get();
    }

    private void selectNeighbour(int by) {
        model.selectSlot(Math.floorMod(held().inHand() + by, held().slots().size()));
    }

    private void take(Tool tool) {
        held().find(tool)
                .ifPresentOrElse(model::selectSlot,
                        () -> model.refuse(UiText.of("Desk.noSlot", UiText.of("Tool." + tool.name()))));
    }
}
