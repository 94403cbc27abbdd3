package org.epiglyph.desktop.paper;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.geometry.Point2D;
import javafx.scene.Group;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.effect.Effect;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import javafx.scene.shape.Rectangle;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.transform.Affine;
import javafx.scene.transform.Rotate;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.spoken.SpokenSign;
import org.epiglyph.desktop.frame.UiText;

/** One page in the roll: its image, the marks above it, and what is being drawn above those. */
public final class PageLeaf extends Pane {
    /** How far the grips of the frame around selected marks reach, in pixels. */
    static final double GRIP = 5;
    private static final double TURN_STEM = 16;
    private Runnable afterwards = () -> {};
    private final PageRef page;
    private final PageGeometry geometry;
    private final int turn;
    private final ImageView image = new ImageView();
    private final Rectangle dimmer = new Rectangle();
    private final Group found = new Group();
    private final MarkPainter painter;
    private final Group frames = new Group();
    private final Group signs = new Group();
    private final Group hints = new Group();
    private final Group live = new Group();
    private final Affine toShown = new Affine();
    private double scale = 1;

    /** @param pictures returns a picture of the marker's own by its name */
    PageLeaf(PageRef page, PageGeometry geometry, int turn, Function<String, Image> pictures) {
        painter = new MarkPainter(pictures);
        this.page = page;
        this.geometry = geometry;
        this.turn = turn;
        getStyleClass().add("page-leaf");
        for (Group layer : List.of(found, hints, painter.washes(), frames, signs, live)) {
            layer.getTransforms().add(toShown);
        }
        image.setSmooth(true);
        dimmer.getStyleClass().add("paper-dimmer");
        dimmer.widthProperty().bind(widthProperty());
        dimmer.heightProperty().bind(heightProperty());
        Group stacked = new Group(new Group(image), dimmer, found, hints, painter.washes(), painter.canvas(), signs,
                frames,
                live);
        stacked.setMouseTransparent(true);
        Rectangle edge = new Rectangle();
        edge.widthProperty().bind(widthProperty());
        edge.heightProperty().bind(heightProperty());
        stacked.setClip(edge);
        getChildren().add(stacked);
        setAccessibleText(UiText.of("Desk.page", page.number()));
    }

    public PageRef page() {
        return page;
    }

    public PageGeometry geometry() {
        return geometry;
    }

    double scale() {
        return scale;
    }

    /**
     * Sets the scale of the page.
     *
     * @param pixelsPerPoint interface pixels per point
     * @param output         screen pixels per interface pixel
     */
    void scale(double pixelsPerPoint, double output) {
        scale = pixelsPerPoint;
        double width = geometry.shownWidth() * scale;
        double height = geometry.shownHeight() * scale;
        setMinSize(width, height);
        setPrefSize(width, height);
        setMaxSize(width, height);
        placeImage(width, height);
        PagePoint o = geometry.toShown(new PagePoint(0, 0));
        PagePoint x = geometry.toShown(new PagePoint(1, 0));
        PagePoint y = geometry.toShown(new PagePoint(0, 1));
        toShown.setMxx((x.x() - o.x()) * scale);
        toShown.setMxy((y.x() - o.x()) * scale);
        toShown.setTx(o.x() * scale);
        toShown.setMyx((x.y() - o.y()) * scale);
        toShown.setMyy((y.y() - o.y()) * scale);
        toShown.setTy(o.y() * scale);
        painter.size(width, height, toShown, output);
    }

    /** The image is drawn as the file has it; the marker's own turn is applied here. */
    private void placeImage(double width, double height) {
        boolean sideways = turn % 180 != 0;
        image.setFitWidth(sideways ? height : width);
        image.setFitHeight(sideways ? width : height);
        double middleX = width / 2;
        double middleY = height / 2;
        image.setTranslateX(middleX - image.getFitWidth() / 2);
        image.setTranslateY(middleY - image.getFitHeight() / 2);
        image.getTransforms().setAll(new Rotate(turn, image.getFitWidth() / 2, image.getFitHeight() / 2));
    }

    void image(Image sharp) {
        image.setImage(sharp);
        if (sharp != null) {
            settled();
        }
        getChildren().removeIf(c -> c.getStyleClass().contains("page-failure"));
    }

    /** Shows a coarse image until the sharp one arrives; a message on the page stays. */
    void coarse(Image quick) {
        image.setImage(quick);
    }

    /** Runs once the page is drawn, or a failure is shown; for what can wait so as not to delay it. */
    void whenSettled(Runnable then) {
        afterwards = then;
    }

    private void settled() {
        Runnable then = afterwards;
        afterwards = () -> {};
        then.run();
    }

    /** True if a failure of the page or its sharp image is shown. */
    boolean showsFailure() {
        return getChildren().stream().anyMatch(c -> c.getStyleClass().contains("page-failure"));
    }

    public boolean hasImage() {
        return image.getImage() != null;
    }

    /** True if the image has as many pixels as the screen shows. */
    public boolean isSharp(double output) {
        return hasImage() && image.getImage().getWidth() >= Math.floor(image.getFitWidth() * output) - 1;
    }

    /**
     * Shows in the page's place why it is missing.
     *
     * @param longer retries with more time, if that may help
     */
    void showFailure(String text, Optional<Runnable> longer) {
        settled();
        getChildren().removeIf(c -> c.getStyleClass().contains("page-failure"));
        Label label = new Label(text);
        label.setWrapText(true);
        VBox failure = new VBox(label);
        failure.getStyleClass().add("page-failure");
        longer.ifPresent(again -> {
            Button more = new Button(UiText.of("Desk.drawLonger"));
            more.setId("draw-longer");
            more.getStyleClass().add("plain-button");
            more.setOnAction(_ -> again.run());
            failure.getChildren().add(more);
        });
        failure.setMaxWidth(geometry.shownWidth() * scale - 32);
        failure.setPrefWidth(geometry.shownWidth() * scale - 32);
        failure.relocate(16, 16);
        getChildren().add(failure);
    }

    /** Applies an effect to the image only; null for none. */
    void contrast(Effect effect) {
        image.setEffect(effect);
    }

    /** Shows whether the page's words were recognised on a picture, so that they may be wrong. */
    void showRecognised(boolean recognised) {
        getChildren().removeIf(c -> c.getStyleClass().contains("page-note"));
        setAccessibleText(UiText.of("Desk.page", page.number())
                + (recognised ? ", " + UiText.of("Desk.recognised") : ""));
        if (recognised) {
            Label note = new Label(UiText.of("Desk.recognised"));
            note.getStyleClass().add("page-note");
            note.setMouseTransparent(true);
            note.layoutXProperty().bind(widthProperty().subtract(note.widthProperty()).subtract(6));
            note.setLayoutY(4);
            getChildren().add(note);
        }
    }

    /** The place on the page of a point of this node. */
    public PagePoint at(double x, double y) {
        return geometry.fromShown(new PagePoint(x / scale, y / scale));
    }

    /** The place in page space of a place of the scene. */
    PagePoint atScene(double x, double y) {
        Point2D p = sceneToLocal(x, y);
        return at(p.getX(), p.getY());
    }

    /** The turn, within page space, of something upright on this page as shown. */
    int uprightTurn() {
        return geometry.uprightTurn();
    }

    /**
     * Shows the page's marks, with a frame around the selected ones.
     *
     * @param grips true if the frame can be dragged
     */
    void marks(List<Mark> all, List<String> chosen, boolean grips) {
        painter.show(all);
        frames.getChildren().clear();
        List<Mark> framed = all.stream().filter(m -> chosen.contains(m.id())).toList();
        framed.forEach(m -> frames.getChildren().add(frame(m.bounds().expandedBy(3 / scale), "chosen-frame")));
        if (!framed.isEmpty() && grips) {
            PageBox around = PageBox.around(framed.stream().map(Mark::bounds).toList());
            PagePoint grip = scaleGrip(around);
            frames.getChildren().add(grip(grip));
            if (framed.stream().allMatch(Stamp.class::isInstance)) {
                PagePoint turning = turnGrip(around);
                Circle round = new Circle(turning.x(), turning.y(), GRIP / scale);
                round.getStyleClass().add("chosen-grip");
                round.setStrokeWidth(1 / scale);
                frames.getChildren().add(round);
            }
        }
    }

    /**
     * Shows beside which marks there are spoken remarks.
     *
     * @param spoken ids of marks, one for each remark
     */
    void spoken(List<Mark> all, List<String> spoken) {
        signs.getChildren().clear();
        for (Mark mark : all) {
            long count = spoken.stream().filter(mark.id()::equals).count();
            for (int i = 0; i < count; i++) {
                SpokenSign.of(geometry, mark, i).drawing().forEach(d -> signs.getChildren().add(sign(d, mark)));
            }
        }
    }

    private static Path sign(Drawn drawn, Mark mark) {
        Path path = new Path();
        if (drawn instanceof Drawn.Lines(List<InkPath> lines, double width, boolean _)) {
            for (InkPath line : lines) {
                path.getElements().add(new MoveTo(line.start().x(), line.start().y()));
                line.curves().forEach(c -> path.getElements().add(new LineTo(c.end().x(), c.end().y())));
            }
            path.setStrokeWidth(width);
        }
        path.setStrokeLineCap(StrokeLineCap.ROUND);
        path.setStroke(Inks.colour(mark.ink().rgb()));
        return path;
    }

    private Rectangle grip(PagePoint at) {
        double reach = GRIP / scale;
        Rectangle square = new Rectangle(at.x() - reach, at.y() - reach, 2 * reach, 2 * reach);
        square.getStyleClass().add("chosen-grip");
        square.setStrokeWidth(1 / scale);
        return square;
    }

    /** The corner by which selected marks are scaled: at the lower right of the page as shown. */
    PagePoint scaleGrip(PageBox around) {
        PageBox s = geometry.toShown(around.expandedBy(3 / scale));
        return geometry.fromShown(new PagePoint(s.right(), s.bottom()));
    }

    /** The grip by which selected stamps are turned: above them on the page as shown. */
    PagePoint turnGrip(PageBox around) {
        PageBox s = geometry.toShown(around);
        return geometry.fromShown(new PagePoint(s.left() + s.width() / 2, s.top() - TURN_STEM / scale));
    }

    private Rectangle frame(PageBox box, String style) {
        Rectangle around = new Rectangle(box.left(), box.top(), box.width(), box.height());
        around.getStyleClass().add(style);
        around.setStrokeWidth(1 / scale);
        around.getStrokeDashArray().setAll(4 / scale, 3 / scale);
        return around;
    }

    /** Shows where words were found or selected. */
    void found(List<PageBox> boxes) {
        found.getChildren().setAll(boxes.stream().map(b -> {
            Rectangle place = new Rectangle(b.left(), b.top(), b.width(), b.height());
            place.getStyleClass().add("found-place");
            return place;
        }).toList());
    }

    /** Shows faintly where the language may need a correction. */
    void hints(List<PageBox> boxes) {
        hints.getChildren().setAll(boxes.stream().map(b -> {
            InkPath under = TextMarkup.across(b, uprightTurn(), 0.98);
            PagePoint end = under.curves().getLast().end();
            Line line = new Line(under.start().x(), under.start().y(), end.x(), end.y());
            line.getStyleClass().add("language-hint");
            return line;
        }).toList());
    }

    /** The layer for what is being drawn, in page space. */
    Group live() {
        return live;
    }
}
