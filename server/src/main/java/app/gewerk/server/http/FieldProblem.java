package app.gewerk.server.http;

import java.util.List;

/** What was entered cannot be used; says where and what to do. */
public class FieldProblem extends RuntimeException {

    /** A field by its path in the request ({@code readings[1]}) and a sentence for the person. */
    public record Field(String field, String message) {}

    private final transient List<Field> fields;

    public FieldProblem(List<Field> fields) {
        super(fields.getFirst().message());
        this.fields = List.copyOf(fields);
    }

    public static FieldProblem of(String field, String message) {
        return new FieldProblem(List.of(new Field(field, message)));
    }

    public List<Field> fields() {
        return fields;
    }
}
