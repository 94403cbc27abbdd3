package org.epiglyph.bench;

import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.robot.Robot;

/** A hand at the keyboard and the mouse of the real window that counts its acts. */
final class CountingHand {
    private static final int STEPS = 12;
    private static final int PAUSE_MILLIS = 60;
    private static final int SETTLING_MILLIS = 200;
    private final Robot robot;
    private int keys;
    private int clicks;
    private int drags;
    private double travel;
    private Point2D at;

    CountingHand() throws Exception {
        robot = Camera.onInterface(Robot::new);
        at = Camera.onInterface(robot::getMousePosition);
    }

    /** Presses a key combination, which counts one press per key. */
    void press(KeyCode... together) throws Exception {
        keys += together.length;
        Camera.act(() -> {
            for (KeyCode key : together) {
                robot.keyPress(key);
            }
            for (int i = together.length - 1; i >= 0; i--) {
                robot.keyRelease(together[i]);
            }
        });
        pause();
    }

    /** Types lower-case letters, digits, spaces, slashes and full stops. */
    void type(String text) throws Exception {
        for (char letter : text.toCharArray()) {
            press(switch (letter) {
                case ' ' -> KeyCode.SPACE;
                case '/' -> KeyCode.SLASH;
                case '.' -> KeyCode.PERIOD;
                default -> KeyCode.getKeyCode(String.valueOf(Character.toUpperCase(letter)));
            });
        }
    }

    void click(Node node) throws Exception {
        click(middle(node));
    }

    private static Point2D middle(Node node) throws Exception {
        return settled(() -> node.localToScreen(node.getLayoutBounds().getCenterX(),
                node.getLayoutBounds().getCenterY()));
    }

    /** A place on the screen, once it no longer moves. */
    static Point2D settled(Callable<Point2D> place) throws Exception {
        Point2D before = Camera.onInterface(place);
        while (true) {
            TimeUnit.MILLISECONDS.sleep(SETTLING_MILLIS);
            Point2D now = Camera.onInterface(place);
            if (now.equals(before)) {
                return now;
            }
            before = now;
        }
    }

    void click(Point2D place) throws Exception {
        clicks++;
        move(place);
        Camera.act(() -> robot.mousePress(MouseButton.PRIMARY));
        Camera.act(() -> robot.mouseRelease(MouseButton.PRIMARY));
        pause();
    }

    void drag(Point2D from, Point2D to) throws Exception {
        drags++;
        move(from);
        Camera.act(() -> robot.mousePress(MouseButton.PRIMARY));
        for (int i = 1; i <= STEPS; i++) {
            move(from.interpolate(to, (double) i / STEPS));
            TimeUnit.MILLISECONDS.sleep(8);
        }
        Camera.act(() -> robot.mouseRelease(MouseButton.PRIMARY));
        pause();
    }

    private void move(Point2D place) throws Exception {
        travel += at.distance(place);
        at = place;
        Camera.act(() -> robot.mouseMove(place));
    }

    private static void pause() throws InterruptedException {
        TimeUnit.MILLISECONDS.sleep(PAUSE_MILLIS);
    }

    int keys() {
        return keys;
    }

    int clicks() {
        return clicks;
    }

    int drags() {
        return drags;
    }

    /** In pixels of the interface. */
    double travel() {
        return travel;
    }
}
