package app.gewerk.server.device;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.diagnosis.DiagnosisKnowledge;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.PartType;
import app.gewerk.core.train.TrainText;
import app.gewerk.server.http.Needs;
import app.gewerk.server.http.Words;
import app.gewerk.server.shop.Here;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/device")
class DeviceController {
    private final DeviceService devices;

    DeviceController(DeviceService devices) {
        this.devices = devices;
    }

    record SaveTrain(int version, Machine machine) {}

    @GetMapping
    List<DeviceService.KnownMachine> find(
            Here here, @RequestParam String find, @RequestParam(defaultValue = "8") int most) {
        return devices.find(here, find, most);
    }

    /** Types of part a machine's own train is described with. */
    @GetMapping("/part-types")
    List<PartType> partTypes() {
        return DiagnosisKnowledge.shipped().partTypes();
    }

    @GetMapping("/{modelId}/train")
    DeviceService.Train train(Here here, @PathVariable long modelId) {
        return devices.train(here, modelId);
    }

    @GetMapping("/{modelId}")
    DeviceService.KnownMachine model(Here here, @PathVariable long modelId) {
        return devices.model(here, modelId);
    }

    /** Where else in the device book gears of the same teeth sit. */
    @GetMapping("/{modelId}/same-gears")
    List<DeviceService.SameGear> sameGears(Here here, @PathVariable long modelId) {
        return devices.sameGears(here, modelId);
    }

    /** The train as text (YAML), to be kept, sent or written on. */
    @GetMapping(value = "/{modelId}/train/text", produces = "text/plain;charset=UTF-8")
    ResponseEntity<String> text(Here here, @PathVariable long modelId) {
        DeviceService.KnownMachine model = devices.model(here, modelId);
        String name = (model.maker() + " " + model.name()).replaceAll("[^\\p{L}\\p{N}]+", "-");
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name + ".train.yaml", StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(devices.text(here, modelId, Words::of));
    }

    record TrainAsText(@AtMost(TrainText.MOST_LETTERS) String text) {}

    /** A train written as text, as it would be; nothing is kept until it is saved. */
    @PostMapping("/{modelId}/train/text")
    Machine read(Here here, @PathVariable long modelId, @RequestBody TrainAsText written) {
        return devices.read(here, modelId, written.text());
    }

    @PutMapping("/{modelId}/train")
    DeviceService.Train saveTrain(
            Here here,
            @PathVariable long modelId,
            @RequestBody SaveTrain save,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return devices.saveTrain(here, modelId, save.version(), save.machine(), Optional.ofNullable(key));
    }
}
