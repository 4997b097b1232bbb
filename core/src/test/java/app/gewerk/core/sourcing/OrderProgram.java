package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OrderModel.Answer;
import app.gewerk.core.sourcing.OrderModel.Use;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ojalgo.optimisation.Expression;
import org.ojalgo.optimisation.ExpressionsBasedModel;
import org.ojalgo.optimisation.Optimisation;
import org.ojalgo.optimisation.Variable;

/**
 * The question as an integer program: which needs are had of which item in which parcel, how many packs, and on which piece
 * of its tariff each parcel lies.
 */
final class OrderProgram {
    private final OrderModel model;
    private final ExpressionsBasedModel program = new ExpressionsBasedModel();
    /** By need and use. */
    private final List<List<Variable>> share = new ArrayList<>();

    private final List<Variable> packs = new ArrayList<>();

    OrderProgram(OrderModel model) {
        this.model = model;
        List<Variable> sent = new ArrayList<>();
        for (int p = 0; p < model.parcels.size(); p++) {
            sent.add(program.newVariable("sent" + p).binary());
        }
        for (int i = 0; i < model.items.size(); i++) {
            packs.add(program.newVariable("packs" + i)
                    .lower(0)
                    .upper(model.items.get(i).most())
                    .integer(true));
        }
        for (int n = 0; n < model.needs.size(); n++) {
            need(n, sent);
        }
        for (int i = 0; i < model.items.size(); i++) {
            item(i);
        }
        for (List<Integer> same : model.shared) {
            Expression stock = program.newExpression("stock" + same.getFirst())
                    .upper(model.items.get(same.getFirst()).listing().stock());
            same.forEach(i -> stock.set(packs.get(i), 1));
        }
        for (List<Integer> theirs : model.exclusive) {
            Expression one = program.newExpression("one" + theirs.getFirst()).upper(1);
            theirs.forEach(p -> one.set(sent.get(p), 1));
        }
        for (int p = 0; p < model.parcels.size(); p++) {
            tariff(p, sent.get(p));
        }
    }

    private void need(int n, List<Variable> sent) {
        int pieces = model.needs.get(n).pieces();
        Expression whole = program.newExpression("need" + n).level(1);
        List<Variable> byUse = new ArrayList<>();
        for (int k = 0; k < model.uses.get(n).size(); k++) {
            Use use = model.uses.get(n).get(k);
            String name = n + "." + k;
            Variable had = program.newVariable("had" + name).lower(0).upper(1).weight(pieces * use.perPiece());
            if (model.needs.get(n).mayBeSplit() && pieces > 1) {
                Variable count = program.newVariable("count" + name)
                        .lower(0)
                        .upper(pieces)
                        .integer(true);
                program.newExpression("pieces" + name)
                        .set(had, pieces)
                        .set(count, -1)
                        .level(0);
            } else {
                had.integer(true);
            }
            program.newExpression("in" + name)
                    .set(had, 1)
                    .set(sent.get(model.items.get(use.item()).parcel()), -1)
                    .upper(0);
            whole.set(had, 1);
            byUse.add(had);
        }
        whole.set(program.newVariable("not" + n).binary().weight(model.unmet(n)), 1);
        share.add(byUse);
    }

    /** Enough packs for what is had of it, and no more than one beyond. */
    private void item(int i) {
        int size = model.items.get(i).listing().packSize();
        Expression enough = program.newExpression("enough" + i).lower(0).set(packs.get(i), size);
        Expression spare = program.newExpression("spare" + i)
                .upper(size * (1 + OrderModel.SPARE_PACKS) - 1)
                .set(packs.get(i), size);
        Expression any = program.newExpression("any" + i).upper(0).set(packs.get(i), 1);
        for (int n = 0; n < model.needs.size(); n++) {
            for (int k = 0; k < model.uses.get(n).size(); k++) {
                if (model.uses.get(n).get(k).item() == i) {
                    int pieces = model.needs.get(n).pieces();
                    if (!model.needs.get(n).mayBeSplit() || pieces == 1) {
                        // Follows from the others for whole packs, and keeps the bound near where packs are large.
                        program.newExpression("whole" + n + "." + k)
                                .lower(0)
                                .set(packs.get(i), 1)
                                .set(
                                        share.get(n).get(k),
                                        -model.items.get(i).listing().packsFor(pieces));
                    }
                    Variable had = share.get(n).get(k);
                    enough.set(had, -pieces);
                    spare.set(had, -pieces);
                    any.set(had, -(1 + OrderModel.SPARE_PACKS) * pieces);
                }
            }
        }
    }

    private void tariff(int p, Variable sent) {
        Expression goods = program.newExpression("goods" + p).level(0);
        for (int i = 0; i < model.items.size(); i++) {
            if (model.items.get(i).parcel() == p) {
                goods.set(packs.get(i), -model.items.get(i).price());
            }
        }
        Expression open = program.newExpression("open" + p).level(0).set(sent, -1);
        for (Tariff.Piece piece : model.parcels.get(p).tariff().pieces()) {
            String name = p + "." + piece.from();
            Variable on = program.newVariable("on" + name).binary().weight(piece.fixed());
            Variable value = program.newVariable("value" + name)
                    .lower(0)
                    .upper(piece.to())
                    .weight(piece.slope());
            program.newExpression("from" + name)
                    .set(value, 1)
                    .set(on, -piece.from())
                    .lower(0);
            program.newExpression("to" + name)
                    .set(value, 1)
                    .set(on, -piece.to())
                    .upper(0);
            goods.set(value, 1);
            open.set(on, 1);
        }
    }

    /** @param cost as the program has it; {@code proven} whether nothing is cheaper */
    record Solved(Answer answer, double cost, boolean proven) {}

    Optional<Solved> solve(long millis) {
        program.options.time_abort = millis;
        program.options.time_suffice = millis;
        long began = System.nanoTime();
        Optimisation.Result result = program.minimise();
        // Out of time it calls optimal what it has.
        boolean inTime = System.nanoTime() - began < .9 * millis * 1_000_000;
        if (!result.getState().isFeasible()) {
            return Optional.empty();
        }
        int[][] pieces = new int[model.needs.size()][];
        for (int n = 0; n < pieces.length; n++) {
            pieces[n] = new int[share.get(n).size()];
            for (int k = 0; k < pieces[n].length; k++) {
                double had = share.get(n).get(k).getValue().doubleValue();
                pieces[n][k] = (int) Math.round(had * model.needs.get(n).pieces());
            }
        }
        int[] bought = packs.stream()
                .mapToInt(v -> (int) Math.round(v.getValue().doubleValue()))
                .toArray();
        return Optional.of(new Solved(
                new Answer(pieces, bought),
                result.getValue(),
                inTime && result.getState().isOptimal()));
    }
}
