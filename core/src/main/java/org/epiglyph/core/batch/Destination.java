package org.epiglyph.core.batch;

/**
 * Where marked work is handed back to. Receipts of different destinations say nothing about each other.
 *
 * @param place address of the record service, or the folder
 * @param task  the task's id in the record service; empty for a folder
 */
public record Destination(String place, String task) {
    /** The destination in receipts of older versions, which did not store one. */
    public static final Destination UNNAMED = new Destination("", "");

    public static Destination record(String address, String task) {
        return new Destination(address, task);
    }

    public static Destination folder(String path) {
        return new Destination(path, "");
    }

    public boolean isRecord() {
        return !task.isEmpty();
    }
}
