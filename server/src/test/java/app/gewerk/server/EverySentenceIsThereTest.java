package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.words.Catalogue;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;

/** Reads the program's own source: what is told by a code has its sentence, with no place left open. */
class EverySentenceIsThereTest {
    private static final Catalogue ENGLISH = Catalogue.english();

    /** Something told in the source: its code, the names given, and where. */
    private record Told(String code, Set<String> names, String where) {}

    private static List<Told> told() throws IOException {
        List<Path> sources = new ArrayList<>();
        for (String module : List.of("core", "server")) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                files.filter(f -> f.toString().endsWith(".java")).forEach(sources::add);
            }
        }
        List<Told> told = new ArrayList<>();
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null)) {
            JavacTask task = (JavacTask)
                    compiler.getTask(null, files, null, null, null, files.getJavaFileObjectsFromPaths(sources));
            task.parse().forEach(unit -> new Finder(unit.getSourceFile().getName(), told).scan(unit, null));
        }
        return told;
    }

    private static final class Finder extends TreeScanner<Void, Void> {
        private final String where;
        private final List<Told> told;

        Finder(String where, List<Told> told) {
            this.where = where;
            this.told = told;
        }

        @Override
        public Void visitMethodInvocation(MethodInvocationTree call, Void none) {
            switch (call.getMethodSelect().toString()) {
                case "Say.of", "Refusal.of" -> add(call.getArguments());
                case "Refused.at", "Rule.asks" ->
                    add(call.getArguments().subList(1, call.getArguments().size()));
                case "Rule.fails" -> add(call.getArguments());
                default -> {
                    String method = call.getMethodSelect().toString();
                    if (!call.getArguments().isEmpty()
                            && (method.endsWith(".because") || method.endsWith(".caution"))) {
                        add(call.getArguments());
                    }
                }
            }
            return super.visitMethodInvocation(call, none);
        }

        @Override
        public Void visitNewClass(NewClassTree made, Void none) {
            String name = made.getIdentifier().toString();
            if (name.equals("Refused") || name.equals("NotFound")) {
                add(made.getArguments());
            }
            return super.visitNewClass(made, none);
        }

        private void add(List<? extends ExpressionTree> arguments) {
            Set<String> names = new HashSet<>();
            for (int i = 1; i < arguments.size(); i += 2) {
                names.addAll(texts(arguments.get(i)));
            }
            for (String code : texts(arguments.getFirst())) {
                told.add(new Told(code, names, where + ": " + arguments));
            }
        }

        private static List<String> texts(ExpressionTree tree) {
            return switch (tree) {
                case LiteralTree literal when literal.getValue() instanceof String text -> List.of(text);
                case ParenthesizedTree inner -> texts(inner.getExpression());
                case ConditionalExpressionTree either ->
                    Stream.of(either.getTrueExpression(), either.getFalseExpression())
                            .flatMap(t -> texts(t).stream())
                            .toList();
                default -> List.of();
            };
        }
    }

    @Test
    void whatIsToldHasASentenceAndFillsItsPlaces() throws IOException {
        List<Told> told = told();
        assertThat(told).hasSizeGreaterThan(250);
        assertThat(told).allSatisfy(t -> {
            assertThat(ENGLISH.codes()).as(t.where).contains(t.code);
            assertThat(t.names).as(t.where).containsAll(ENGLISH.places(t.code));
        });
    }
}
