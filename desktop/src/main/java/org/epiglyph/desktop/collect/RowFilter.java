package org.epiglyph.desktop.collect;

import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.task.Lateness;

/** Which rows of the table are shown. */
enum RowFilter {
    ALL, QUESTIONS, SET_ASIDE, KEPT, NOTHING, LATE, NEWS, GONE;

    boolean shows(FileRow row, CollectPlan plan) {
        return switch (row) {
            case FileRow.Refused _ -> this == ALL || this == KEPT;
            case FileRow.Nothing _ -> this == ALL || this == NOTHING;
            case FileRow.Gone _ -> this == ALL || this == GONE;
            case FileRow.Arrived(CollectPlan.Item item) -> switch (this) {
                case ALL -> true;
                case QUESTIONS -> plan.isQuestion(item);
                case SET_ASIDE -> plan.isSetAside(item);
                case LATE -> plan.lateness(item).filter(Lateness::isLate).isPresent();
                case NEWS -> item.news() != CollectPlan.News.SAME;
                case KEPT, NOTHING, GONE -> false;
            };
        };
    }
}
