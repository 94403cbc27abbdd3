package org.epiglyph.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executor;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.desktop.settings.View;

/** How the marker likes the window to look, now and at the next start. For the interface thread. */
public final class Looks {
    private final Settings settings;
    private final Executor keeping;
    private final ReadOnlyObjectWrapper<View> view = new ReadOnlyObjectWrapper<>();

    /** @param keeping saves settings, one after the other in order */
    public Looks(Settings settings, Executor keeping) {
        this.settings = settings;
        this.keeping = keeping;
        view.set(settings.view());
    }

    public ReadOnlyObjectProperty<View> viewProperty() {
        return view.getReadOnlyProperty();
    }

    public View view() {
        return view.get();
    }

    public void change(UnaryOperator<View> change) {
        View other = change.apply(view.get());
        if (!other.equals(view.get())) {
            view.set(other);
            keeping.execute(() -> settings.save(other));
        }
    }

    public boolean isFolded(String part) {
        return view.get().folded().contains(part);
    }

    /** Folds or unfolds a part. */
    public void fold(String part) {
        List<String> folded = new ArrayList<>(view.get().folded());
        if (!folded.remove(part)) {
            folded.add(part);
        }
        change(v -> v.withFolded(folded));
    }
}
