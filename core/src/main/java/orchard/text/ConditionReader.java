package orchard.text;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import orchard.condition.All;
import orchard.condition.Always;
import orchard.condition.Any;
import orchard.condition.AtDefault;
import orchard.condition.ChangedLast;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.DevicePresent;
import orchard.condition.FocusAt;
import orchard.condition.IsOn;
import orchard.condition.Known;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.condition.NoteInScale;
import orchard.condition.NoteSounds;
import orchard.condition.PageOpen;
import orchard.condition.PresetRecalled;
import orchard.condition.SongIs;
import orchard.condition.Struck;
import orchard.gear.Ref;
import orchard.parameter.Parameter;
import orchard.text.grammar.SentencesBaseVisitor;
import orchard.text.grammar.SentencesParser.AlwaysContext;
import orchard.text.grammar.SentencesParser.AtDefaultContext;
import orchard.text.grammar.SentencesParser.ChangedLastContext;
import orchard.text.grammar.SentencesParser.ComparedContext;
import orchard.text.grammar.SentencesParser.ComparisonContext;
import orchard.text.grammar.SentencesParser.ConditionContext;
import orchard.text.grammar.SentencesParser.ConjunctionContext;
import orchard.text.grammar.SentencesParser.DevicePresentContext;
import orchard.text.grammar.SentencesParser.FocusAtContext;
import orchard.text.grammar.SentencesParser.InBracketsContext;
import orchard.text.grammar.SentencesParser.IsOnContext;
import orchard.text.grammar.SentencesParser.KnownContext;
import orchard.text.grammar.SentencesParser.LayerOnContext;
import orchard.text.grammar.SentencesParser.NotStateContext;
import orchard.text.grammar.SentencesParser.NoteInScaleContext;
import orchard.text.grammar.SentencesParser.NoteSoundsContext;
import orchard.text.grammar.SentencesParser.OneOnlyContext;
import orchard.text.grammar.SentencesParser.PageOpenContext;
import orchard.text.grammar.SentencesParser.PresetRecalledContext;
import orchard.text.grammar.SentencesParser.SongIsContext;
import orchard.text.grammar.SentencesParser.StruckContext;
import org.antlr.v4.runtime.ParserRuleContext;

/** Reads conditions. */
final class ConditionReader extends SentencesBaseVisitor<Condition> {

    private final NameReader read;

    ConditionReader(NameReader read) {
        this.read = read;
    }

    @Override
    public Condition visitCondition(ConditionContext condition) {
        List<Condition> parts =
                condition.conjunction().stream().map(this::visit).toList();
        return parts.size() == 1 ? parts.get(0) : new Any(parts);
    }

    @Override
    public Condition visitConjunction(ConjunctionContext conjunction) {
        List<Condition> parts = conjunction.state().stream().map(this::visit).toList();
        return parts.size() == 1 ? parts.get(0) : new All(parts);
    }

    @Override
    public Condition visitInBrackets(InBracketsContext state) {
        return visit(state.condition());
    }

    @Override
    public Condition visitNotState(NotStateContext state) {
        return new Not(visit(state.state()));
    }

    @Override
    public Condition visitOneOnly(OneOnlyContext state) {
        List<Condition> only = List.of(visit(state.condition()));
        return state.start.getText().equalsIgnoreCase("all") ? new All(only) : new Any(only);
    }

    @Override
    public Condition visitAlways(AlwaysContext state) {
        return new Always();
    }

    @Override
    public Condition visitLayerOn(LayerOnContext state) {
        return unless(state, new LayerOn(read.layer(state.layer())));
    }

    @Override
    public Condition visitCompared(ComparedContext state) {
        Ref.ToParameter parameter = read.parameter(state.parameter());
        double[] ends = ends(state.comparison(), read.rolls().names().parameter(parameter));
        return unless(state, new Compared(parameter, is(state.comparison()), ends[0], ends[1]));
    }

    @Override
    public Condition visitStruck(StruckContext state) {
        double[] ends = ends(state.comparison(), Optional.empty());
        return unless(state, new Struck(is(state.comparison()), ends[0], ends[1]));
    }

    private static Compared.Is is(ComparisonContext comparison) {
        return Compared.Is.valueOf(comparison.start.getText().toUpperCase(Locale.ROOT));
    }

    private double[] ends(ComparisonContext comparison, Optional<Parameter> of) {
        double low = read.fixed(comparison.fixed(0), of, true);
        return new double[] {low, comparison.fixed().size() == 1 ? low : read.fixed(comparison.fixed(1), of, true)};
    }

    @Override
    public Condition visitKnown(KnownContext state) {
        return unless(state, new Known(read.parameter(state.parameter())));
    }

    @Override
    public Condition visitAtDefault(AtDefaultContext state) {
        return unless(state, new AtDefault(read.parameter(state.parameter())));
    }

    @Override
    public Condition visitChangedLast(ChangedLastContext state) {
        return unless(state, new ChangedLast(read.parameter(state.parameter())));
    }

    @Override
    public Condition visitIsOn(IsOnContext state) {
        return unless(state, new IsOn());
    }

    @Override
    public Condition visitPageOpen(PageOpenContext state) {
        List<String> page = read.page(state.page());
        int cut = page.get(1).indexOf(Rolls.BETWEEN);
        String group = cut < 0 ? "" : page.get(1).substring(0, cut);
        return unless(state, new PageOpen(page.get(0), group, page.get(1).substring(cut + 1)));
    }

    @Override
    public Condition visitPresetRecalled(PresetRecalledContext state) {
        List<String> preset = read.preset(state.preset());
        return unless(state, new PresetRecalled(preset.get(0), preset.get(1)));
    }

    @Override
    public Condition visitNoteInScale(NoteInScaleContext state) {
        boolean isRoots = state.parameter().size() == 1;
        Ref.ToParameter root = read.parameter(state.parameter(isRoots ? 0 : 1));
        Ref.ToParameter scale = isRoots ? Ref.ToParameter.NONE : read.parameter(state.parameter(0));
        return unless(state, new NoteInScale(root, scale));
    }

    @Override
    public Condition visitNoteSounds(NoteSoundsContext state) {
        return unless(state, new NoteSounds());
    }

    @Override
    public Condition visitSongIs(SongIsContext state) {
        return unless(state, new SongIs(read.song(state.song())));
    }

    @Override
    public Condition visitDevicePresent(DevicePresentContext state) {
        return unless(state, new DevicePresent(read.device(state.device())));
    }

    @Override
    public Condition visitFocusAt(FocusAtContext state) {
        String focus = read.focus(state.focus());
        return unless(state, new FocusAt(focus, read.place(state.place(), focus)));
    }

    private static Condition unless(ParserRuleContext state, Condition condition) {
        return Tokens.says(state, "not") ? new Not(condition) : condition;
    }
}
