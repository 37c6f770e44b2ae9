package orchard.recipe;

import java.util.List;
import orchard.gear.Takeover;
import orchard.mapping.Mapping;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.rig.MappingCopier;

/** What Learn makes. */
record Plain() implements Recipe {

    @Override
    public String words() {
        return "Plain";
    }

    @Override
    public String help() {
        return "the whole way, as Learn makes it";
    }

    @Override
    public boolean fits(Subject of) {
        return true;
    }

    @Override
    public List<Field> fields(Subject of) {
        return List.of();
    }

    @Override
    public Mapping made(Subject of, Typed typed) {
        Mapping plain = new MappingCopier(of.rig())
                .plain(of.mapping().id(), of.mapping().trigger(), of.target());
        return of.mapping()
                .with(plain.when())
                .with(plain.shape())
                .with(plain.actions())
                .with(plain.show())
                .with((Takeover) null);
    }
}
