package org.epiglyph.desktop.frame;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import javafx.beans.Observable;
import javafx.css.StyleableProperty;
import javafx.css.StyleablePropertyFactory;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.paint.Paint;

/** The colours that the style sheet gives to a region which draws itself. */
public final class Paints<R extends Region> {
    private final Map<String, StyleableProperty<Paint>> all = new LinkedHashMap<>();

    /**
     * The colours of one region.
     *
     * @param factory that of the region's class, whose metadata the region exposes
     * @param prefix  of the names in the style sheet, as in {@code -roll-ink}
     * @param of      returns the colours of a region of the class
     */
    public Paints(StyleablePropertyFactory<R> factory, R region, String prefix, Function<R, Paints<R>> of,
            List<String> names) {
        for (String name : names) {
            all.put(name, factory.createStyleablePaintProperty(region, name, "-" + prefix + "-" + name,
                    r -> of.apply(r).all.get(name), Color.BLACK));
        }
    }

    /** The present colour. An unknown name is a programming error. */
    public Paint get(String name) {
        return all.get(name).getValue();
    }

    /** Calls back when a colour changes. */
    public void onChange(Runnable changed) {
        all.values().forEach(p -> ((Observable) p).addListener(_ -> changed.run()));
    }
}
