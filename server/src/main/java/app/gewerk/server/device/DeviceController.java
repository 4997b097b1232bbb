package app.gewerk.server.device;

import app.gewerk.core.account.Right;
import app.gewerk.core.diagnosis.DiagnosisKnowledge;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.PartType;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
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
    List<DeviceService.KnownMachine> find(Here here, @RequestParam String find) {
        return devices.find(here, find);
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

    @PutMapping("/{modelId}/train")
    DeviceService.Train saveTrain(
            Here here,
            @PathVariable long modelId,
            @RequestBody SaveTrain save,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return devices.saveTrain(here, modelId, save.version(), save.machine(), Optional.ofNullable(key));
    }
}
