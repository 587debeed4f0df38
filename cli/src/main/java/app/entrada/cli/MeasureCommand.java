package app.entrada.cli;

import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.sound.Sound;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(name = "measure", description = "Measures sound: loudness, peaks, faults, tempo, key, excerpt.")
final class MeasureCommand implements Callable<Integer> {
    @Mixin
    private EachFile each;

    @Override
    public Integer call() {
        return each.print(MeasureCommand::measure);
    }

    private static Map<String, Object> measure(Path file) throws IOException {
        AudioMeasuring.Measured measured = AudioMeasuring.measure(file, new Ffmpeg(), bytes -> {}, List.of());
        Sound sound = measured.facts()
                .sound()
                .orElseThrow(() -> new IOException(
                        measured.facts().faults().isEmpty()
                                ? "the sound could not be decoded: ffmpeg is missing"
                                : measured.facts().faults().get(0).what()));
        Map<String, Object> document = new LinkedHashMap<>();
        // silence has none of these
        if (!sound.silent()) {
            document.put("integratedLufs", sound.integratedLufs());
            document.put("rangeLu", sound.rangeLu());
            document.put("momentaryMaxLufs", sound.momentaryMaxLufs());
            document.put("shortTermMaxLufs", sound.shortTermMaxLufs());
            document.put("truePeakDbtp", sound.truePeakDbtp());
            document.put("samplePeakDbfs", sound.samplePeakDbfs());
        } else document.put("silent", true);
        document.put("clippings", sound.clippings());
        document.put("clippingCount", sound.clippingCount());
        document.put("silence", sound.silence());
        document.put("dcOffset", sound.dcOffset());
        document.put("falseStereo", sound.falseStereo());
        document.put("bandwidthHz", sound.bandwidthHz());
        document.put("lossySource", sound.lossySource());
        document.put("upsampled", sound.upsampled());
        document.put("tempo", sound.tempo());
        document.put("key", sound.key());
        document.put("excerpt", sound.excerpt());
        document.put("problems", InspectCommand.problems(measured.facts().faults()));
        return document;
    }
}
