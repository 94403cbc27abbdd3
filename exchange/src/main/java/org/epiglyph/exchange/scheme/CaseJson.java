package org.epiglyph.exchange.scheme;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.exchange.table.CellTable;

/**
 * A mark scheme as JSON with the terms of a 1EdTech CASE 1.0 rubric: CFRubricCriteria with CFRubricCriterionLevels
 * (recalled from memory, without the document at hand). What a rubric has no term for is in "extensions", with the
 * terms of the table.
 */
final class CaseJson {
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private CaseJson() {}

    static byte[] write(MarkScheme scheme, String title) throws Problem {
        ObjectNode rubric = MAPPER.createObjectNode();
        rubric.put("title", title);
        ArrayNode criteria = rubric.putArray("CFRubricCriteria");
        ArrayNode others = MAPPER.createArrayNode();
        int position = 0;
        ObjectNode last = rubric;
        for (Map<String, String> row : SchemeCells.rows(scheme)) {
            if (row.containsKey("level")) {
                addLevel(last, row);
            } else if (row.get("kind").equals("rule") || row.get("kind").equals("section")) {
                others.add(MAPPER.valueToTree(row));
            } else {
                last = criteria.addObject();
                Criterion criterion = scheme.criteria().get(position++);
                last.put("identifier", criterion.id());
                last.put("position", position);
                last.put("category", row.getOrDefault("section", ""));
                last.put("description", criterion.name());
                last.put("weight", criterion.weight());
                last.set("extensions", MAPPER.valueToTree(row));
            }
        }
        rubric.putObject("extensions").set("rows", others);
        try {
            return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(rubric);
        } catch (JsonProcessingException e) {
            throw new Problem(Message.of(CaseJson.class, "noJson"), e);
        }
    }

    private static void addLevel(ObjectNode criterion, Map<String, String> row) {
        ArrayNode levels = criterion.withArray("CFRubricCriterionLevels");
        ObjectNode level = levels.addObject();
        level.put("identifier", criterion.get("identifier").asText() + "-" + levels.size());
        level.put("position", levels.size());
        level.put("quality", row.get("level"));
        level.put("description", row.getOrDefault("text", ""));
        String points = row.get("points");
        level.put("score", new java.math.BigDecimal(points.substring(points.lastIndexOf(' ') + 1)));
        level.putObject("extensions").put("points", points);
    }

    private static JsonNode tree(byte[] bytes, String called) throws Problem {
        try {
            return MAPPER.readTree(bytes);
        } catch (IOException e) {
            throw new Problem(Message.of(CaseJson.class, "badJson", called), e);
        }
    }

    static MarkScheme read(byte[] bytes, String called) throws Problem {
        JsonNode rubric = tree(bytes, called);
        JsonNode criteria = rubric.path("CFRubricCriteria");
        if (!criteria.isArray() || criteria.isEmpty()) {
            throw new Problem(Message.of(CaseJson.class, "noCriteria", called));
        }
        List<Map<String, String>> rows = new ArrayList<>();
        rubric.path("extensions").path("rows").forEach(r -> rows.add(cells(r)));
        for (JsonNode criterion : criteria) {
            Map<String, String> row = cells(criterion.path("extensions"));
            row.putIfAbsent("criterion", criterion.path("description").asText(""));
            row.putIfAbsent("section", criterion.path("category").asText(""));
            row.putIfAbsent("weight", criterion.path("weight").asText("1"));
            boolean parts = row.getOrDefault("kind", "levels").equals("checklist");
            row.putIfAbsent("kind", "levels");
            rows.add(row);
            for (JsonNode level : criterion.path("CFRubricCriterionLevels")) {
                String points = level.path("extensions").path("points").asText(level.path("score").asText(""));
                rows.add(CellTable.cells("level", level.path("quality").asText(""), "text",
                        parts ? "" : level.path("description").asText(""), "points", points));
            }
        }
        return SchemeRows.read(new CellTable(SchemeRows.HEADINGS, rows), called);
    }

    private static Map<String, String> cells(JsonNode object) {
        Map<String, String> cells = new LinkedHashMap<>();
        object.properties().forEach(e -> cells.put(e.getKey(), e.getValue().asText("")));
        return cells;
    }
}
