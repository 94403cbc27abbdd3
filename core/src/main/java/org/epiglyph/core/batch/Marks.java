package org.epiglyph.core.batch;

import java.util.AbstractList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.RandomAccess;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Mark;

/**
 * The marks of a submission from back to front. Immutable. They are stored in blocks, so that a change copies one block
 * only, and a mark is found by id, and its position by its height, without searching, however many there are. A change
 * that does not apply is refused.
 */
final class Marks extends AbstractList<Mark> implements RandomAccess {
    /** Average number of marks in a block; a block of twice as many is split. */
    private static final int BLOCK = 64;
    private static final long GAP = 1L << 32;
    private static final Placed[] NONE = {};
    static final Marks EMPTY = build(List.of());

    /** By height, that is, from back to front; no block is empty. */
    private final Placed[][] blocks;
    /** By the hash of the id; the length is a power of two. */
    private final Placed[][] buckets;
    private final int size;
    /** All marks in one list; built when first needed. */
    private List<Mark> all;

    /** @param height orders the marks, with gaps; not the number of marks below */
    private record Placed(long height, Mark mark) {}

    private Marks(Placed[][] blocks, Placed[][] buckets, int size) {
        this.blocks = blocks;
        this.buckets = buckets;
        this.size = size;
    }

    static Marks of(List<Mark> marks) {
        return marks instanceof Marks already ? already : marks.isEmpty() ? EMPTY : build(marks);
    }

    private static Marks build(List<Mark> marks) {
        Placed[] placed = new Placed[marks.size()];
        for (int i = 0; i < placed.length; i++) {
            placed[i] = new Placed(i * GAP, marks.get(i));
        }
        Placed[][] blocks = new Placed[(placed.length + BLOCK - 1) / BLOCK][];
        for (int i = 0; i < blocks.length; i++) {
            blocks[i] = Arrays.copyOfRange(placed, i * BLOCK, Math.min(placed.length, (i + 1) * BLOCK));
        }
        return new Marks(blocks, buckets(placed), placed.length);
    }

    private static Placed[][] buckets(Placed[] placed) {
        Placed[][] buckets = new Placed[Math.max(1, Integer.highestOneBit(placed.length / (BLOCK / 4)))][];
        int[] sizes = new int[buckets.length];
        for (Placed one : placed) {
            sizes[bucket(buckets.length, one.mark.id())]++;
        }
        Arrays.setAll(buckets, i -> sizes[i] == 0 ? NONE : new Placed[sizes[i]]);
        Arrays.fill(sizes, 0);
        for (Placed one : placed) {
            int bucket = bucket(buckets.length, one.mark.id());
            buckets[bucket][sizes[bucket]++] = one;
        }
        return buckets;
    }

    private static int bucket(int buckets, String id) {
        int hash = id.hashCode();
        return (hash ^ hash >>> 16) & buckets - 1;
    }

    @Override
    public int size() {
        return size;
    }

    @Override
    public Mark get(int index) {
        List<Mark> list = all;
        if (list == null) {
            list = Arrays.stream(blocks).flatMap(Arrays::stream).map(Placed::mark).toList();
            all = list;
        }
        return list.get(index);
    }

    // --- by id

    Optional<Mark> find(String id) {
        return Optional.ofNullable(placed(id)).map(Placed::mark);
    }

    private Placed placed(String id) {
        Placed[] bucket = buckets[bucket(buckets.length, id)];
        for (int i = bucket.length - 1; i >= 0; i--) { // the newest last
            if (bucket[i].mark.id().equals(id)) {
                return bucket[i];
            }
        }
        return null;
    }

    private Placed required(String id) {
        Placed placed = placed(id);
        if (placed == null) {
            throw new EditRefused(Message.of(Marks.class, "gone"));
        }
        return placed;
    }

    Mark existing(String id) {
        return required(id).mark;
    }

    /** How many marks lie below one. */
    int position(String id) {
        Placed placed = required(id);
        int block = block(placed.height);
        int below = offset(blocks[block], placed.height);
        for (int i = 0; i < block; i++) {
            below += blocks[i].length;
        }
        return below;
    }

    /** The last block that begins at or below a height; the first block if none does. */
    private int block(long height) {
        int from = 0;
        int to = blocks.length - 1;
        while (from < to) {
            int middle = (from + to + 1) / 2;
            if (blocks[middle][0].height <= height) {
                from = middle;
            } else {
                to = middle - 1;
            }
        }
        return from;
    }

    /** How many marks of a block are below a height. */
    private static int offset(Placed[] block, long height) {
        int from = 0;
        int to = block.length;
        while (from < to) {
            int middle = (from + to) / 2;
            if (block[middle].height < height) {
                from = middle + 1;
            } else {
                to = middle;
            }
        }
        return from;
    }

    // --- changes

    /** @param position how many marks are below it; negative or beyond the last for on top */
    Marks with(Mark mark, int position) {
        if (placed(mark.id()) != null) {
            throw new EditRefused(Message.of(Marks.class, "idTaken"));
        }
        return put(mark, position < 0 || position > size ? size : position);
    }

    /** With a mark in place of the one with the same id. */
    Marks exchanged(Mark mark) {
        Placed was = required(mark.id());
        Placed is = new Placed(was.height, mark);
        int block = block(was.height);
        Placed[] other = blocks[block].clone();
        other[offset(other, was.height)] = is;
        int bucket = bucket(buckets.length, mark.id());
        Placed[] same = buckets[bucket].clone();
        same[indexOf(same, was)] = is;
        return new Marks(exchange(blocks, block, other), exchange(buckets, bucket, same), size);
    }

    Marks without(String id) {
        Placed gone = required(id);
        int block = block(gone.height);
        Placed[] fewer = without(blocks[block], offset(blocks[block], gone.height));
        int bucket = bucket(buckets.length, id);
        Placed[] others = without(buckets[bucket], indexOf(buckets[bucket], gone));
        return new Marks(fewer.length == 0 ? without(blocks, block) : exchange(blocks, block, fewer),
                exchange(buckets, bucket, others), size - 1);
    }

    /** @param position how many marks are below it afterwards; more than there are for on top */
    Marks moved(String id, int position) {
        Mark mark = existing(id);
        Marks others = without(id);
        return others.put(mark, Math.clamp(position, 0, others.size));
    }

    private Marks put(Mark mark, int position) {
        if (blocks.length == 0) {
            return build(List.of(mark));
        }
        int block = 0;
        int offset = position;
        while (block < blocks.length - 1 && offset > blocks[block].length) {
            offset -= blocks[block++].length;
        }
        long below = offset > 0 ? blocks[block][offset - 1].height : blocks[0][0].height - 2 * GAP;
        long above = offset < blocks[block].length
                ? blocks[block][offset].height
                : block + 1 < blocks.length ? blocks[block + 1][0].height : below + 2 * GAP;
        if (above - below < 2) { // no room left between them
            return build(this).put(mark, position);
        }
        Placed placed = new Placed(below + (above - below) / 2, mark);
        return new Marks(widened(block, with(blocks[block], offset, placed)), indexed(placed), size + 1);
    }

    private Placed[][] widened(int block, Placed[] more) {
        if (more.length < 2 * BLOCK) {
            return exchange(blocks, block, more);
        }
        return with(exchange(blocks, block, Arrays.copyOf(more, BLOCK)), block + 1,
                Arrays.copyOfRange(more, BLOCK, more.length));
    }

    private Placed[][] indexed(Placed placed) {
        int bucket = bucket(buckets.length, placed.mark.id());
        Placed[][] more = exchange(buckets, bucket,
                with(buckets[bucket], buckets[bucket].length, placed));
        return size < buckets.length * BLOCK
                ? more
                : buckets(Arrays.stream(more).flatMap(Arrays::stream).toArray(Placed[]::new));
    }

    private static int indexOf(Placed[] bucket, Placed placed) {
        int at = bucket.length - 1;
        while (bucket[at] != placed) {
            at--;
        }
        return at;
    }

    private static <T> T[] exchange(T[] all, int at, T other) {
        T[] changed = all.clone();
        changed[at] = other;
        return changed;
    }

    private static <T> T[] without(T[] all, int at) {
        T[] fewer = Arrays.copyOf(all, all.length - 1);
        System.arraycopy(all, at + 1, fewer, at, fewer.length - at);
        return fewer;
    }

    private static <T> T[] with(T[] all, int at, T one) {
        T[] more = Arrays.copyOf(all, all.length + 1);
        System.arraycopy(all, at, more, at + 1, all.length - at);
        more[at] = one;
        return more;
    }
}
