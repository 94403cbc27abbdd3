package org.epiglyph.core.phrases;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * A collection maintained by others, updated without losing the marker's changes.
 *
 * @param phrases the whole collection afterwards
 * @param added   number of new phrases
 * @param renewed number of phrases with new text
 * @param kept    number of phrases that keep the marker's text although theirs is new
 * @param gone    number of phrases that are no longer there
 */
public record Update(List<Phrase> phrases, int added, int renewed, int kept, int gone) {
    public Update {
        phrases = List.copyOf(phrases);
    }

    /**
     * Matches phrases by code, or by their original text if there is no code.
     *
     * @param here       the collection's present phrases
     * @param there      the phrases as they arrive
     * @param collection the collection's id
     * @param ids        generates ids for new phrases
     */
    public static Update of(List<Phrase> here, List<Phrase> there, String collection, Supplier<String> ids) {
        List<Phrase> after = new ArrayList<>();
        int added = 0;
        int renewed = 0;
        int kept = 0;
        for (Phrase comes : there) {
            Optional<Phrase> known = here.stream().filter(h -> isSame(h, comes)).findFirst();
            if (known.isEmpty()) {
                after.add(comes.copiedTo(ids.get(), collection, comes.text()));
                added++;
            } else if (known.get().source().equals(comes.text())) {
                after.add(known.get());
            } else if (known.get().isChanged()) {
                after.add(known.get().copiedTo(known.get().id(), collection, comes.text()));
                kept++;
            } else {
                after.add(comes.copiedTo(known.get().id(), collection, comes.text()));
                renewed++;
            }
        }
        List<Phrase> missing = here.stream().filter(h -> there.stream().noneMatch(t -> isSame(h, t))).toList();
        List<Phrase> own = missing.stream().filter(p -> p.isChanged() || !p.isImported()).toList();
        after.addAll(own);
        return new Update(after, added, renewed, kept, missing.size() - own.size());
    }

    private static boolean isSame(Phrase here, Phrase there) {
        return !here.code().isEmpty() && here.code().equals(there.code()) || here.source().equals(there.text());
    }
}
