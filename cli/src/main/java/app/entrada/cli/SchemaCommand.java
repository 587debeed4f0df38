package app.entrada.cli;

import app.entrada.core.document.ReleaseDocument;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;

@Command(name = "schema", description = "Prints the JSON Schema of a release document.")
final class SchemaCommand implements Callable<Integer> {
    @Override
    public Integer call() {
        Json.print(List.of(ReleaseDocument.schema()), false);
        return Main.DONE;
    }
}
