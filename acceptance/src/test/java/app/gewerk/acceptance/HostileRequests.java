package app.gewerk.acceptance;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Requests no front end would send, made from the application's own OpenAPI description, so that an operation added
 * later is tried by itself. Each begins as one that the description allows; most then have something of it spoiled.
 */
final class HostileRequests {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final JsonNodeFactory NODE = JsonNodeFactory.instance;
    private static final List<String> METHODS =
            List.of("GET", "HEAD", "POST", "PUT", "DELETE", "PATCH", "OPTIONS", "TRACE");
    private static final List<String> PATH_VALUES = List.of(
            "0",
            "-1",
            "9223372036854775807",
            "9223372036854775808",
            "1e3",
            "abc",
            "%00",
            "%FF%FE",
            "..%2f..",
            "%20",
            "1%3B2",
            "\u00e9".repeat(40).replace("\u00e9", "%C3%A9"),
            "'%20or%201=1--");
    private static final List<String> QUERY_VALUES = List.of(
            "",
            "%00",
            "a%00b",
            "%FF",
            "%C3",
            "%",
            "%zz",
            "%25",
            "NaN",
            "-1",
            "99999999999",
            "%F0%9F%98%80",
            "_%25_%5C",
            "x".repeat(4000),
            "%E2%80%AE",
            "'%3Bdrop%20table%20job");
    private static final List<String> KINDS = List.of(
            "application/json",
            "text/plain",
            "application/xml",
            "multipart/form-data",
            "application/x-www-form-urlencoded",
            "application/octet-stream",
            "application/json;charset=UTF-16",
            "nonsense",
            "");

    /** @param operation method and path as described, for the report */
    record Made(String operation, String method, String path, Map<String, String> headers, byte[] body) {}

    private record Operation(String method, String path, JsonNode described) {}

    private final Random random;
    private final JsonNode api;
    /** From then on only who signs in is heard, and everything after would be refused at the door. */
    private static final String CLOSES_THE_DOOR = "/api/account/begin";

    private final List<Operation> operations = new ArrayList<>();
    private int made;

    HostileRequests(String description, long seed) {
        random = new Random(seed);
        api = JSON.readTree(description);
        api.path("paths").properties().stream()
                .filter(path -> !path.getKey().equals(CLOSES_THE_DOOR))
                .forEach(path -> path.getValue()
                        .properties()
                        .forEach(operation -> operations.add(new Operation(
                                operation.getKey().toUpperCase(java.util.Locale.ROOT),
                                path.getKey(),
                                operation.getValue()))));
    }

    int operations() {
        return operations.size();
    }

    /** The next request; every operation comes up once in so many as there are. */
    Made next() {
        Operation of = operations.get(made++ % operations.size());
        Map<String, String> headers = new LinkedHashMap<>();
        String method = one(12) ? pick(METHODS) : of.method;
        String path = path(of);
        byte[] body = body(of, headers);
        if (one(8)) {
            headers.put("Content-Type", pick(KINDS));
        }
        if (one(12)) {
            headers.put("Idempotency-Key", pick(List.of("", "x", "k".repeat(5000), "spaces in it", "a-good-key-12")));
        }
        if (one(15)) {
            headers.put("Accept", pick(List.of("text/html", "*/*;q=0", "nonsense/", "application/pdf", "image/*")));
        }
        if (one(30)) {
            headers.put("Origin", pick(List.of("http://127.0.0.1:1", "null", "https://elsewhere.example", "\u00e9")));
        }
        if (one(40)) {
            headers.put("X-Long", "h".repeat(pick(List.of(100, 6000, 20_000))));
        }
        return new Made(of.method + " " + of.path, method, path, headers, body);
    }

    private boolean one(int in) {
        return random.nextInt(in) == 0;
    }

    private <T> T pick(List<T> from) {
        return from.get(random.nextInt(from.size()));
    }

    private String path(Operation of) {
        String path = of.path;
        StringBuilder query = new StringBuilder();
        for (JsonNode parameter : of.described.path("parameters")) {
            String name = parameter.path("name").asString();
            switch (parameter.path("in").asString()) {
                case "path" ->
                    path = path.replace(
                            "{" + name + "}", one(5) ? pick(PATH_VALUES) : String.valueOf(1 + random.nextInt(45)));
                case "query" -> {
                    if (!one(6)) {
                        String value = one(3) ? pick(QUERY_VALUES) : sensible(parameter.path("schema"));
                        query.append(query.isEmpty() ? "?" : "&")
                                .append(name)
                                .append('=')
                                .append(value);
                    }
                }
                default -> {
                    // headers are made elsewhere
                }
            }
        }
        return path + query;
    }

    private String sensible(JsonNode schema) {
        JsonNode value = valid(schema, 3);
        return URLEncoder.encode(value.isString() ? value.asString() : value.toString(), StandardCharsets.UTF_8);
    }

    private byte[] body(Operation of, Map<String, String> headers) {
        JsonNode content = of.described.path("requestBody").path("content");
        if (content.isEmpty()) {
            return one(10) ? "{}".getBytes(StandardCharsets.UTF_8) : new byte[0];
        }
        String kind = content.propertyNames().iterator().next();
        headers.put("Content-Type", kind);
        if (!kind.contains("json")) {
            byte[] bytes = new byte[random.nextInt(3000)];
            random.nextBytes(bytes);
            return bytes;
        }
        JsonNode value = valid(content.path(kind).path("schema"), 6);
        int spoils = one(5) ? 0 : 1 + random.nextInt(2);
        for (int i = 0; i < spoils; i++) {
            value = spoiled(value);
        }
        return encoded(value.toString());
    }

    /** Mostly UTF-8 and whole. */
    private byte[] encoded(String text) {
        return switch (random.nextInt(22)) {
            case 0 -> text.getBytes(StandardCharsets.UTF_16);
            case 1 -> (text.substring(0, text.length() / 2)).getBytes(StandardCharsets.UTF_8);
            case 2 -> new byte[] {'{', '"', (byte) 0xC3, '"', ':', (byte) 0xFF, '}'};
            case 3 -> ("\uFEFF" + text).getBytes(StandardCharsets.UTF_8);
            case 4 -> "[".repeat(20_000).getBytes(StandardCharsets.UTF_8);
            case 5 -> ("[" + "1,".repeat(300_000) + "1]").getBytes(StandardCharsets.UTF_8);
            case 6 -> (text + text).getBytes(StandardCharsets.UTF_8);
            case 7 ->
                pick(List.of("", "null", "0", "\"x\"", "[]", "{}", "true", "{\"a\":NaN}", "/* */ {}"))
                        .getBytes(StandardCharsets.UTF_8);
            default -> text.getBytes(StandardCharsets.UTF_8);
        };
    }

    /** A value the description allows, small for the most part and now and then as large as it may be. */
    private JsonNode valid(JsonNode schema, int depth) {
        if (schema.has("$ref")) {
            String name = schema.path("$ref").asString();
            return valid(api.path("components").path("schemas").path(name.substring(name.lastIndexOf('/') + 1)), depth);
        }
        if (schema.has("enum")) {
            JsonNode words = schema.path("enum");
            return words.get(random.nextInt(words.size()));
        }
        return switch (type(schema)) {
            case "string" -> NODE.stringNode(text(schema));
            case "integer" -> NODE.numberNode(one(6) ? random.nextInt(5000) : random.nextInt(60));
            case "number" -> NODE.numberNode(one(6) ? random.nextDouble() * 2000 : random.nextInt(400) / 10.0);
            case "boolean" -> NODE.booleanNode(random.nextBoolean());
            case "array" -> {
                int most = schema.path("maxItems").asInt(200);
                int size = depth <= 0 ? 0 : one(12) ? Math.min(most, 400) : random.nextInt(4);
                ArrayNode items = NODE.arrayNode();
                for (int i = 0; i < size; i++) {
                    items.add(valid(schema.path("items"), size > 8 ? 1 : depth - 1));
                }
                yield items;
            }
            default -> {
                ObjectNode object = NODE.objectNode();
                List<String> required = new ArrayList<>();
                schema.path("required").forEach(r -> required.add(r.asString()));
                schema.path("properties").properties().forEach(property -> {
                    if (required.contains(property.getKey()) || (depth > 0 && random.nextBoolean())) {
                        object.set(property.getKey(), valid(property.getValue(), depth - 1));
                    }
                });
                if (schema.path("additionalProperties").isObject()) {
                    for (int i = random.nextInt(3); i > 0; i--) {
                        object.set("key" + i, valid(schema.path("additionalProperties"), depth - 1));
                    }
                }
                yield object;
            }
        };
    }

    private static String type(JsonNode schema) {
        JsonNode type = schema.path("type");
        return type.isArray() ? type.get(0).asString() : type.asString("object");
    }

    private String text(JsonNode schema) {
        if (schema.path("format").asString("").equals("date")) {
            return "2026-1" + random.nextInt(3) + "-1" + random.nextInt(9);
        }
        if (one(10)) {
            return pick(List.of("x", "\u05d0 ", "\ud83d\ude00", "word "))
                    .repeat(1 + schema.path("maxLength").asInt(500) / 5);
        }
        return pick(List.of(
                "12,48 12.50",
                "0.491in",
                "31/64\"",
                "24",
                "9 in 135\u00b0",
                "lid off, 4 M3x12 pan A1",
                "external",
                "gear",
                "heat",
                "takeIn",
                "mm",
                "a-key-of-its-own-" + random.nextInt(50),
                "",
                "modelCrane",
                "sound"));
    }

    /** The same with one place in it made impossible. */
    private JsonNode spoiled(JsonNode value) {
        if (value.isContainer() && !value.isEmpty() && !one(5)) {
            if (value instanceof ObjectNode object) {
                List<String> names = new ArrayList<>(object.propertyNames());
                String name = pick(names);
                if (one(5)) {
                    object.remove(name);
                } else if (one(12)) {
                    object.set("nobodyKnows" + random.nextInt(9), hostile());
                } else {
                    object.set(name, spoiled(object.get(name)));
                }
                return object;
            }
            ArrayNode array = (ArrayNode) value;
            int at = random.nextInt(array.size());
            array.set(at, spoiled(array.get(at)));
            return array;
        }
        return hostile();
    }

    private JsonNode hostile() {
        List<Supplier<JsonNode>> ways = List.of(
                NODE::nullNode,
                () -> NODE.booleanNode(true),
                () -> NODE.numberNode(pick(List.of(1e308, -1e308, 1e-320, -0.0, 0.5, 1e9, -1.0, 720.0))),
                () -> NODE.numberNode(pick(List.of(Integer.MAX_VALUE, Integer.MIN_VALUE, -1, 0, 1000, 1001))),
                () -> NODE.numberNode(Long.MAX_VALUE),
                () -> NODE.numberNode(new java.math.BigDecimal("1e400")),
                () -> NODE.numberNode(new java.math.BigDecimal("1e100000000")),
                () -> NODE.stringNode(
                        pick(List.of("NaN", "Infinity", "\u0000", "\ud800", "\u202e", "<script>", "' or 1=1"))),
                () -> NODE.stringNode("x".repeat(pick(List.of(501, 5001, 100_001)))),
                () -> NODE.stringNode("+999999999-12-31"),
                () -> many(NODE.numberNode(1), pick(List.of(201, 2001, 40_000))),
                () -> many(NODE.nullNode(), 3),
                NODE::objectNode,
                this::deep);
        return pick(ways).get();
    }

    private static ArrayNode many(JsonNode value, int times) {
        ArrayNode array = NODE.arrayNode();
        for (int i = 0; i < times; i++) {
            array.add(value);
        }
        return array;
    }

    private JsonNode deep() {
        JsonNode node = NODE.numberNode(1);
        for (int i = 0; i < 300; i++) {
            node = NODE.arrayNode().add(node);
        }
        return node;
    }
}
