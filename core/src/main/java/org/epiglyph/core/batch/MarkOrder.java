package org.epiglyph.core.batch;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Mark;

/** Changes to marks that lie on each other, from back to front; each is refused where it does not fit what is there. */
final class MarkOrder {
    private MarkOrder() {}

    /** How many marks lie below one; -1 where it is not there. */
    private static int find(List<Mark> marks, String id) {
        for (int i = marks.size() - 1; i >= 0; i--) { // mostly it is one of the newest
            if (marks.get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    /** How many marks lie below one; refused where it is not there. */
    static int position(List<Mark> marks, String id) {
        int at = find(marks, id);
        if (at < 0) {
            throw new EditRefused(Message.of(MarkOrder.class, "markGone"));
        }
        return at;
    }

    static Mark existing(List<Mark> marks, String id) {
        return marks.get(position(marks, id));
    }

    /** @param position how many marks lie below it; below 0 or beyond the last for on top */
    static List<Mark> placed(List<Mark> marks, Mark mark, int position) {
        if (find(marks, mark.id()) >= 0) {
            throw new EditRefused(Message.of(MarkOrder.class, "idTaken"));
        }
        List<Mark> more = new ArrayList<>(marks.size() + 1);
        more.addAll(marks);
        more.add(position < 0 ? marks.size() : Math.min(position, marks.size()), mark);
        return more;
    }

    /** With a mark in the place of the one with the same id. */
    static List<Mark> exchanged(List<Mark> marks, Mark mark) {
        List<Mark> other = new ArrayList<>(marks);
        other.set(position(marks, mark.id()), mark);
        return other;
    }

    static List<Mark> without(List<Mark> marks, String id) {
        int at = position(marks, id);
        List<Mark> fewer = new ArrayList<>(marks);
        fewer.remove(at);
        return fewer;
    }

    /** @param position how many marks shall lie below it; more than there are for on top */
    static List<Mark> moved(List<Mark> marks, String id, int position) {
        List<Mark> other = new ArrayList<>(marks);
        Mark moved = other.remove(position(marks, id));
        other.add(Math.clamp(position, 0, other.size()), moved);
        return other;
    }
}
