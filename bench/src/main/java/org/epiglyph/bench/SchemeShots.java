package org.epiglyph.bench;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.ListView;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.scheme.SchemeModel;
import org.epiglyph.desktop.scheme.SchemePlace;

/** Pictures of the scheme screen. */
final class SchemeShots {
    private final Camera camera;
    private final Program program;

    SchemeShots(Camera camera, Program program) {
        this.camera = camera;
        this.program = program;
    }

    private void choose(int row) throws Exception {
        Camera.act(() -> ((ListView<?>) camera.scene().lookup("#scheme-rows")).getSelectionModel().select(row));
    }

    private SchemeModel model() {
        return ((SchemePlace) program.frame().place()).model();
    }

    void take(Path batch) throws Exception {
        Camera.act(() -> program.toScheme(batch));
        Camera.waitFor(() -> program.frame().place() instanceof SchemePlace);
        Camera.act(() -> {
            List<Criterion> all = model().draft().criteria();
            for (Criterion criterion : all.subList(0, 3)) {
                model().scoreSample(criterion, Criterion.format(criterion.maximum().subtract(BigDecimal.TWO)));
            }
            model().scoreSample(all.get(3), "4.5");
            model().scoreSample(all.get(4), "x");
            model().scoreSample(all.get(5), "1.5");
        });
        choose(5);
        camera.picture("scheme");
        choose(7);
        camera.picture("x-scheme-counted");
        choose(10);
        camera.picture("x-scheme-rules");
        Camera.act(() -> program.frame().looks().change(v -> v.withTextSize(150)));
        camera.picture("x-scheme-150");
        Camera.act(() -> program.frame().looks().change(v -> v.withTextSize(100)));
        choose(1);
        Camera.act(() -> model().replace(model().draft().criteria().getFirst().withMaximum(new BigDecimal("6"))));
        camera.picture("x-scheme-waiting");
        Camera.onInterface(() -> camera.scene().getRoot().getStyleClass().add("night"));
        camera.picture("x-scheme-night");
        Camera.onInterface(() -> camera.scene().getRoot().getStyleClass().remove("night"));
        Camera.act(model()::discard);
    }
}
