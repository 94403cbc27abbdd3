package org.epiglyph.recordoffice;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import io.javalin.Javalin;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The same records in the terms of 1EdTech OneRoster 1.2, rostering and gradebook (from memory): line items, results
 * and the students of a class. A result's dateLastModified is when it arrived at the office.
 */
final class OneRosterRoutes {
    private static final String GRADEBOOK = "/ims/oneroster/gradebook/v1p2";
    private static final Pattern FILTER = Pattern
            .compile("lineItem\\.sourcedId='((?:[^']|'')*)' AND student\\.sourcedId='((?:[^']|'')*)'");
    private static final int PAGE = 100;
    private final OfficeFolder office;

    OneRosterRoutes(OfficeFolder office) {
        this.office = office;
    }

    void addTo(Javalin server) {
        server.get(GRADEBOOK + "/lineItems", this::lineItems);
        server.get(GRADEBOOK + "/lineItems/{item}", ctx -> {
            ObjectNode answer = office.json().createObjectNode();
            answer.set("lineItem", lineItem(task(ctx.pathParam("item"))));
            ctx.json(answer);
        });
        server.get("/ims/oneroster/rostering/v1p2/classes/{class}/students", this::students);
        server.get(GRADEBOOK + "/results", this::results);
        server.put(GRADEBOOK + "/results/{result}", this::put);
    }

    private Shapes.Task task(String id) throws IOException {
        return office.task(id).orElseThrow(() -> new NotFoundResponse("There is no such line item"));
    }

    private void lineItems(Context ctx) throws IOException {
        ArrayNode all = office.json().createArrayNode();
        office.tasks().forEach(task -> all.add(lineItem(task)));
        page(ctx, "lineItems", all);
    }

    private ObjectNode lineItem(Shapes.Task task) {
        ObjectNode item = office.json().createObjectNode();
        item.put("sourcedId", task.sourcedId()).put("status", "active").put("title", task.title());
        item.put("description", task.description()).put("resultValueMin", 0);
        item.put("resultValueMax", task.resultValueMax());
        if (task.dueDate() != null) {
            item.put("dueDate", task.dueDate().toString());
        }
        item.putObject("class").put("sourcedId", "class-" + task.sourcedId()).put("type", "class");
        return item;
    }

    private void students(Context ctx) throws IOException {
        String group = ctx.pathParam("class");
        ArrayNode users = office.json().createArrayNode();
        for (Shapes.Person person : office.roster(task(group.replaceFirst("^class-", "")).sourcedId())) {
            ObjectNode user = users.addObject().put("sourcedId", person.sourcedId()).put("status", "active");
            user.put("enabledUser", true).put("givenName", person.givenName()).put("familyName", person.familyName());
            if (person.email() != null) {
                user.put("email", person.email());
            }
        }
        page(ctx, "users", users);
    }

    private void results(Context ctx) throws IOException {
        Matcher filter = FILTER.matcher(ctx.queryParam("filter") == null ? "" : ctx.queryParam("filter"));
        if (!filter.matches()) {
            throw new BadRequestResponse("This office answers for one line item and one student");
        }
        String item = filter.group(1).replace("''", "'");
        Shapes.Held held = office.record(task(item).sourcedId(), filter.group(2).replace("''", "'"));
        ArrayNode found = office.json().createArrayNode();
        if (held.version() > 0) {
            ObjectNode result = found.addObject().put("sourcedId", "result-" + item + "-" + held.student());
            result.put("status", "active").put("dateLastModified", held.scoreDate().toString());
            result.putObject("lineItem").put("sourcedId", item).put("type", "lineItem");
            result.putObject("student").put("sourcedId", held.student()).put("type", "user");
            result.put("score", held.score()).put("scoreStatus", held.scoreStatus()).put("comment", held.comment());
            result.putObject("metadata").put("epiglyph.digest", held.idempotencyKey());
        }
        page(ctx, "results", found);
    }

    private void put(Context ctx) throws IOException {
        JsonNode result;
        try {
            result = office.json().readTree(ctx.body()).path("result");
        } catch (JsonProcessingException e) {
            throw new BadRequestResponse("The body is no JSON");
        }
        Shapes.Task task = task(result.path("lineItem").path("sourcedId").asText());
        String student = result.path("student").path("sourcedId").asText();
        if (office.roster(task.sourcedId()).stream().noneMatch(p -> p.sourcedId().equals(student))) {
            throw new NotFoundResponse("There is no such student");
        }
        BigDecimal score = result.hasNonNull("score") ? result.get("score").decimalValue() : null;
        MarkerRoutes.refuseScore(score, task);
        String key = result.path("metadata").path("epiglyph.digest").asText(UUID.randomUUID().toString());
        office.put(task.sourcedId(), student, new Shapes.Sent(score, result.path("scoreStatus").asText(),
                result.path("comment").asText(), null), List.of(), key);
        office.makeVisible(task.sourcedId(), student, true);
        ctx.status(201).json(office.json().createObjectNode());
    }

    private static void page(Context ctx, String field, ArrayNode all) {
        int limit = number(ctx, "limit", PAGE);
        int offset = number(ctx, "offset", 0);
        ObjectNode answer = all.objectNode();
        ArrayNode some = answer.putArray(field);
        for (int i = offset; i < Math.min((long) offset + limit, all.size()); i++) {
            some.add(all.get(i));
        }
        ctx.header("X-Total-Count", Integer.toString(all.size())).json(answer);
    }

    private static int number(Context ctx, String name, int usual) {
        String given = ctx.queryParam(name);
        return given != null && given.matches("\\d{1,7}") ? Integer.parseInt(given) : usual;
    }
}
