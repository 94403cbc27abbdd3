package org.epiglyph.recordoffice;

import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import java.io.IOException;

/** Finds the task and the student named by a request's path. */
record Lookup(OfficeFolder office) {
    Shapes.Task task(Context ctx) throws IOException {
        return office.task(ctx.pathParam("task")).orElseThrow(() -> new NotFoundResponse("There is no such task"));
    }

    Shapes.Person student(Context ctx, Shapes.Task task) throws IOException {
        String key = ctx.pathParam("student");
        return office.roster(task.sourcedId())
                .stream()
                .filter(p -> p.sourcedId().equals(key))
                .findFirst()
                .orElseThrow(() -> new NotFoundResponse("There is no such student"));
    }
}
