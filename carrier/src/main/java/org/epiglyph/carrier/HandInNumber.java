package org.epiglyph.carrier;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.carrier.CollectPlan.Item;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.exchange.record.RecordClient.HandedIn;

/**
 * Which hand-in a file belongs to, and the order of hand-ins: by time in the record, else in the archive, else by
 * number.
 */
final class HandInNumber {
    private static final Pattern IN_NAME = Pattern.compile("(?:^|[_\\s-])h([1-9]\\d?)(?=[_\\s.-]|$)");

    private HandInNumber() {}

    /** The number in a file's name, by the rule if it has one; 1 if there is none. */
    static int of(String path, Optional<FilingRule> rule) {
        Optional<String> ruled = rule.flatMap(r -> r.read(path))
                .map(r -> r.fields().get(FilingRule.Kind.HAND_IN));
        if (ruled.isPresent()) {
            return Math.max(1, Integer.parseInt(ruled.get()));
        }
        Matcher number = IN_NAME.matcher(path.substring(path.lastIndexOf('/') + 1));
        return number.find() ? Integer.parseInt(number.group(1)) : 1;
    }

    /**
     * The hand-ins formed by the files of one student, oldest first.
     *
     * @param at when a file was handed in, by the record or the sheet
     */
    static List<PlannedHandIn> inOrder(List<Item> files, Function<Item, Optional<Instant>> at) {
        Map<Integer, List<Item>> groups = new TreeMap<>();
        files.forEach(i -> groups
                .computeIfAbsent(i.recorded().map(HandedIn::number).orElse(i.number()), _ -> new ArrayList<>())
                .add(i));
        List<List<Item>> ordered = new ArrayList<>(groups.values());
        boolean recorded = files.stream().allMatch(i -> i.recorded().isPresent());
        if (!recorded && areTimesKnown(ordered)) {
            ordered.sort(Comparator.comparing(g -> newest(g).orElseThrow()));
        }
        List<Integer> numbers = List.copyOf(groups.keySet());
        List<PlannedHandIn> handIns = new ArrayList<>();
        for (int i = 0; i < ordered.size(); i++) {
            List<Item> group = ordered.get(i);
            String message = group.getFirst().recorded().map(HandedIn::message).orElse("");
            handIns.add(new PlannedHandIn(numbers.get(i), at.apply(group.getFirst()), message, group));
        }
        return handIns;
    }

    private static boolean areTimesKnown(List<List<Item>> groups) {
        List<Instant> times = groups.stream().flatMap(g -> newest(g).stream()).toList();
        return groups.size() > 1 && times.size() == groups.size() && new HashSet<>(times).size() == times.size();
    }

    private static Optional<Instant> newest(List<Item> group) {
        return group.stream().flatMap(i -> i.file().changed().stream()).max(Comparator.naturalOrder());
    }
}
