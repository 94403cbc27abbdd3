package org.epiglyph.core.marks;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PagePoint;

/**
 * The examiners' signs (common practice, no source) and the proof-correction signs that a marker of writing needs
 * (after ISO 5776, from memory), drawn as by hand in a box one unit high.
 */
public enum Sign implements Face {
    /** Right; counts as a mark earned. */
    TICK(0.95),
    /** Wrong. */
    CROSS(0.9),
    /** Not clear. */
    QUERY(0.6),
    /** Something is missing here. */
    OMISSION(0.9),
    /** Error carried forward: wrong before, followed up correctly here. */
    CARRIED_FORWARD(1.9),
    /** Benefit of the doubt given. */
    BENEFIT_OF_DOUBT(2.0),
    /** Half right. */
    HALF_TICK(0.95),
    /** Said before. */
    REPETITION(1.9),
    /** Does not answer the question. */
    IRRELEVANT(1.5),
    /** Too vague to credit. */
    TOO_VAGUE(2.0),
    /** The page has been read. */
    SEEN(2.6),
    /** Proof sign: take out. */
    TAKE_OUT(0.9),
    /** Proof sign: close up, no space. */
    CLOSE_UP(1.1),
    /** Proof sign: put in a space. */
    SPACE(0.8),
    /** Proof sign: change places. */
    CHANGE_PLACES(1.4),
    /** Proof sign: begin a new paragraph. */
    NEW_PARAGRAPH(0.8),
    /** Proof sign: no new paragraph, run on. */
    RUN_ON(1.3),
    /** Proof sign: capital letters. */
    CAPITALS(1.3),
    /** Proof sign: small letters. */
    SMALL_LETTERS(0.7),
    /** Proof sign: italic. */
    ITALIC(1.3),
    /** Proof sign: let it stand. */
    LET_STAND(1.3);

    /** True for the signs of proof correction. */
    public boolean isProofSign() {
        return ordinal() >= TAKE_OUT.ordinal();
    }

    private static final double ROUND = 0.5523;
    private final double aspect;

    Sign(double aspect) {
        this.aspect = aspect;
    }

    @Override
    public double aspect() {
        return aspect;
    }

    /** The sign's lines; the top left of its box is at 0, 0 and its height is 1. */
    List<InkPath> paths() {
        return switch (this) {
            case TICK -> List.of(new InkPath(at(0.02, 0.62),
                    List.of(new Cubic(at(0.12, 0.66), at(0.22, 0.8), at(0.28, 0.98)),
                            new Cubic(at(0.4, 0.6), at(0.62, 0.2), at(0.93, 0.02)))));
            case CROSS -> List.of(line(0.05, 0.06, 0.85, 0.94), line(0.84, 0.04, 0.06, 0.96));
            case QUERY -> List.of(new InkPath(at(0.04, 0.26),
                    List.of(new Cubic(at(0.06, 0.08), at(0.2, 0.02), at(0.3, 0.02)),
                            new Cubic(at(0.48, 0.02), at(0.58, 0.14), at(0.56, 0.28)),
                            new Cubic(at(0.54, 0.46), at(0.3, 0.46), at(0.3, 0.7)))),
                    line(0.3, 0.93, 0.3, 0.96));
            case OMISSION -> List.of(line(0.04, 0.96, 0.46, 0.06), line(0.46, 0.06, 0.86, 0.96));
            case CARRIED_FORWARD -> letters("ecf");
            case BENEFIT_OF_DOUBT -> letters("bod");
            case HALF_TICK -> List.of(TICK.paths().getFirst(), line(0.36, 0.28, 0.74, 0.5));
            case REPETITION -> letters("rep");
            case IRRELEVANT -> letters("irr");
            case TOO_VAGUE -> letters("vag");
            case SEEN -> letters("seen");
            case TAKE_OUT -> List.of(new InkPath(at(0.05, 0.96),
                    List.of(new Cubic(at(0.3, 0.8), at(0.62, 0.42), at(0.62, 0.22)),
                            new Cubic(at(0.62, 0.06), at(0.44, 0.02), at(0.38, 0.14)),
                            new Cubic(at(0.3, 0.3), at(0.4, 0.66), at(0.85, 0.62)))));
            case CLOSE_UP -> List.of(
                    new InkPath(at(0.04, 0.36), List.of(new Cubic(at(0.3, 0.02), at(0.8, 0.02), at(1.06, 0.36)))),
                    new InkPath(at(0.04, 0.64), List.of(new Cubic(at(0.3, 0.98), at(0.8, 0.98), at(1.06, 0.64)))));
            case SPACE -> List.of(line(0.26, 0.04, 0.16, 0.96), line(0.62, 0.04, 0.52, 0.96),
                    line(0.04, 0.34, 0.76, 0.34), line(0.04, 0.66, 0.76, 0.66));
            case CHANGE_PLACES -> List.of(new InkPath(at(0.04, 0.6),
                    List.of(new Cubic(at(0.04, 0.02), at(0.7, 0.02), at(0.7, 0.5)),
                            new Cubic(at(0.7, 0.98), at(1.36, 0.98), at(1.36, 0.4)))));
            case NEW_PARAGRAPH -> List.of(line(0.74, 0.04, 0.2, 0.04), line(0.2, 0.04, 0.2, 0.96),
                    line(0.04, 0.96, 0.36, 0.96));
            case RUN_ON -> List.of(new InkPath(at(1.24, 0.06),
                    List.of(new Cubic(at(1.26, 0.7), at(0.05, 0.3), at(0.05, 0.94)))));
            case CAPITALS -> List.of(line(0.04, 0.1, 1.24, 0.1), line(0.04, 0.5, 1.24, 0.5),
                    line(0.04, 0.9, 1.24, 0.9));
            case SMALL_LETTERS -> List.of(line(0.6, 0.04, 0.06, 0.96), line(0.08, 0.3, 0.62, 0.7));
            case ITALIC -> List.of(line(0.04, 0.5, 1.24, 0.5));
            case LET_STAND -> List.of(line(0.1, 0.5, 0.1, 0.5), line(0.46, 0.5, 0.46, 0.5), line(0.83, 0.5, 0.83, 0.5),
                    line(1.2, 0.5, 1.2, 0.5));
        };
    }

    private static List<InkPath> letters(String word) {
        List<InkPath> paths = new ArrayList<>();
        double x = 0.04;
        for (char letter : word.toCharArray()) {
            double left = x;
            letter(letter).forEach(path -> paths.add(path.movedBy(left, 0)));
            x += advance(letter);
        }
        return paths;
    }

    private static double advance(char letter) {
        return switch (letter) {
            case 'i' -> 0.26;
            case 'f', 'r' -> 0.5;
            default -> 0.66;
        };
    }

    /** A letter's lines; its bowl spans 0.4 to 0.96 in height. */
    private static List<InkPath> letter(char letter) {
        InkPath stem = line(0, 0.04, 0, 0.96);
        return switch (letter) {
            case 'b' -> List.of(stem, bowl(0.26));
            case 'c' -> List.of(arc(0.27));
            case 'd' -> List.of(bowl(0.26), stem.movedBy(0.52, 0));
            case 'e' -> List.of(line(0.01, 0.68, 0.53, 0.68), eye());
            case 'f' -> List.of(new InkPath(at(0.5, 0.1),
                    List.of(new Cubic(at(0.36, 0), at(0.22, 0.06), at(0.22, 0.26)),
                            Cubic.straight(at(0.22, 0.26), at(0.22, 0.96)))),
                    line(0.04, 0.42, 0.44, 0.42));
            case 'o' -> List.of(bowl(0.27));
            case 'a' -> List.of(bowl(0.26), line(0.52, 0.42, 0.52, 0.96));
            case 'g' -> List.of(bowl(0.26).scaledAndMoved(0.72, 0.08, -0.02),
                    new InkPath(at(0.46, 0.3), List.of(Cubic.straight(at(0.46, 0.3), at(0.46, 0.78)),
                            new Cubic(at(0.46, 1.02), at(0.1, 1.0), at(0.06, 0.86)))));
            case 'i' -> List.of(line(0.06, 0.42, 0.06, 0.96), line(0.06, 0.2, 0.06, 0.2));
            case 'n' -> List.of(line(0, 0.42, 0, 0.96), new InkPath(at(0, 0.62),
                    List.of(new Cubic(at(0.06, 0.4), at(0.46, 0.3), at(0.46, 0.62)),
                            Cubic.straight(at(0.46, 0.62), at(0.46, 0.96)))));
            case 'p' -> List.of(line(0, 0.12, 0, 0.96), bowl(0.26).scaledAndMoved(0.9, 0, -0.12));
            case 'r' -> List.of(line(0, 0.42, 0, 0.96),
                    new InkPath(at(0, 0.62), List.of(new Cubic(at(0.06, 0.44), at(0.2, 0.38), at(0.36, 0.44)))));
            case 's' -> List.of(new InkPath(at(0.44, 0.46),
                    List.of(new Cubic(at(0.3, 0.36), at(0.04, 0.38), at(0.04, 0.54)),
                            new Cubic(at(0.04, 0.72), at(0.48, 0.64), at(0.48, 0.82)),
                            new Cubic(at(0.48, 1.0), at(0.16, 0.98), at(0.02, 0.9)))));
            case 'v' -> List.of(InkPath.through(at(0, 0.42), at(0.26, 0.96), at(0.52, 0.42)));
            default -> throw new IllegalArgumentException("No sign uses the letter " + letter);
        };
    }

    private static InkPath bowl(double cx) {
        double r = 0.26;
        double ry = 0.28;
        double cy = 0.68;
        return new InkPath(at(cx + r, cy),
                List.of(quarter(cx, cy, r, 0, 0, ry), quarter(cx, cy, 0, ry, -r, 0), quarter(cx, cy, -r, 0, 0, -ry),
                        quarter(cx, cy, 0, -ry, r, 0)));
    }

    private static InkPath arc(double cx) {
        double r = 0.26;
        double ry = 0.28;
        double cy = 0.68;
        return new InkPath(at(cx + 0.2, cy - 0.2),
                List.of(new Cubic(at(cx + 0.12, cy - 0.27), at(cx + 0.05, cy - ry), at(cx, cy - ry)),
                        quarter(cx, cy, 0, -ry, -r, 0), quarter(cx, cy, -r, 0, 0, ry),
                        new Cubic(at(cx + 0.08, cy + ry), at(cx + 0.15, cy + 0.25), at(cx + 0.21, cy + 0.18))));
    }

    private static InkPath eye() {
        double cx = 0.27;
        double cy = 0.68;
        return new InkPath(at(cx + 0.26, cy),
                List.of(quarter(cx, cy, 0.26, 0, 0, -0.28), quarter(cx, cy, 0, -0.28, -0.26, 0),
                        quarter(cx, cy, -0.26, 0, 0, 0.28),
                        new Cubic(at(cx + 0.1, cy + 0.28), at(cx + 0.18, cy + 0.25), at(cx + 0.23, cy + 0.18))));
    }

    /** A quarter of an ellipse about the centre, from one axis end to the next. */
    private static Cubic quarter(double cx, double cy, double fromX, double fromY, double toX, double toY) {
        return new Cubic(at(cx + fromX + toX * ROUND, cy + fromY + toY * ROUND),
                at(cx + toX + fromX * ROUND, cy + toY + fromY * ROUND),
                at(cx + toX, cy + toY));
    }

    private static InkPath line(double x1, double y1, double x2, double y2) {
        return InkPath.through(at(x1, y1), at(x2, y2));
    }

    private static PagePoint at(double x, double y) {
        return new PagePoint(x, y);
    }
}
