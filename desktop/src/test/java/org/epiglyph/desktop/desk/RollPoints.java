package org.epiglyph.desktop.desk;

import javafx.geometry.Point2D;
import org.epiglyph.core.roster.StudentKey;
import org.testfx.api.FxRobot;

/** Positions of students in the roll on the screen. */
public final class RollPoints {
    private RollPoints() {}

    /** The middle of a student's notch. */
    public static Point2D notch(FxRobot robot, String key) {
        RollStrip roll = robot.lookup("#roll").queryAs(RollStrip.class);
        return roll.localToScreen(roll.getWidth() / 2, roll.middle(new StudentKey(key)));
    }
}
