package app.entrada.cli;

import app.entrada.core.check.profile.ProfileSchema;
import app.entrada.core.document.ReleaseDocument;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

@Command(name = "schema", description = "Prints the JSON Schema of a release document, or of a destination's profile.")
final class SchemaCommand implements Callable<Integer> {
    /** Of what a schema is printed. */
    enum Of {
        RELEASE,
        PROFILE
    }

    @Parameters(arity = "0..1", defaultValue = "RELEASE", description = "release (usual) or profile")
    private Of of = Of.RELEASE;

    @Override
    public Integer call() {
        Json.print(List.of(of == Of.PROFILE ? ProfileSchema.schema() : ReleaseDocument.schema()), false);
        return Main.DONE;
    }
}
