package app.entrada.server.context;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.check.profile.DestinationPattern;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.server.RunningServer;
import app.entrada.server.facts.CodeBook;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

@ExtendWith(RunningServer.class)
@DisplayName("What is kept of the database is not kept beyond a write, whoever reads while it is going on")
class WhatIsKeptTest {
    private final TransactionTemplate transaction =
            new TransactionTemplate(RunningServer.bean(PlatformTransactionManager.class));
    private final ProfileRepository profiles = RunningServer.bean(ProfileRepository.class);

    private static <T> T elsewhere(Supplier<T> read) {
        return CompletableFuture.supplyAsync(read).join();
    }

    private List<String> outlets(String of) {
        return profiles.byId(of).outlets().orElse(List.of());
    }

    private String distributor() {
        profiles.begin(
                DestinationPattern.byId("distributor")
                        .begin("kept-quay", "Kept Quay", profiles.today(), Map.of("usual", false)),
                null);
        return "kept-quay";
    }

    @Test
    void outlets_of_a_destination() {
        String id = distributor();
        List<String> before = outlets(id);
        transaction.executeWithoutResult(going -> {
            profiles.outlets(id, List.of("Tidebox", "Lantern"));
            assertThat(elsewhere(() -> outlets(id))).isEqualTo(before);
            assertThat(outlets(id)).containsExactly("Tidebox", "Lantern");
        });
        assertThat(outlets(id)).containsExactly("Tidebox", "Lantern");
        assertThat(elsewhere(() -> outlets(id))).containsExactly("Tidebox", "Lantern");

        transaction.executeWithoutResult(going -> {
            profiles.outlets(id, before);
            assertThat(outlets(id)).isEqualTo(before);
            going.setRollbackOnly();
        });
        assertThat(outlets(id)).containsExactly("Tidebox", "Lantern");
        profiles.outlets(id, before);
        assertThat(outlets(id)).isEqualTo(before);
    }

    @Test
    void the_label() {
        CodeBook codes = RunningServer.bean(CodeBook.class);
        LabelProfile before = codes.label();
        LabelProfile renamed = new LabelProfile(
                "Gull Lane",
                before.isrcPrefix(),
                before.barcodePrefix(),
                before.cataloguePrefix(),
                before.publisher(),
                before.societyId());
        transaction.executeWithoutResult(going -> {
            codes.label(renamed);
            assertThat(elsewhere(codes::labelForChecks)).isEqualTo(before);
            assertThat(codes.labelForChecks()).isEqualTo(renamed);
        });
        assertThat(codes.labelForChecks()).isEqualTo(renamed);
        codes.label(before);
        assertThat(codes.labelForChecks()).isEqualTo(before);
    }
}
