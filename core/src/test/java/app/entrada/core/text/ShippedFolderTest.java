package app.entrada.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.text.ShippedFolder.ShippedFile;
import org.junit.jupiter.api.Test;

/** What lies in a folder is there, without a list beside it. */
class ShippedFolderTest {
    @Test
    void files_come_in_the_order_of_their_numbers_whatever_their_names() {
        assertThat(ShippedFolder.read("/shipped/ordered"))
                .containsExactly(
                        new ShippedFile("willow", "a"), new ShippedFile("alder", "b"), new ShippedFile("birch", "c"));
    }

    /** JUnit's own archive stands for ours: what is packed is listed as well as what is not. */
    @Test
    void a_folder_within_an_archive_is_listed_too() {
        assertThatThrownBy(() -> ShippedFolder.read("/org/junit/jupiter/api/condition"))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("/org/junit/jupiter/api/condition/")
                .hasMessageContaining(".class is not called “01-name.yaml”");
    }

    @Test
    void a_file_without_a_number_and_a_folder_that_is_not_there_are_faults_of_the_build() {
        assertThatThrownBy(() -> ShippedFolder.read("/shipped/unnumbered"))
                .hasMessage("/shipped/unnumbered/willow.yaml is not called “01-name.yaml”");
        assertThatThrownBy(() -> ShippedFolder.read("/shipped/none")).hasMessage("There is no folder /shipped/none");
    }
}
