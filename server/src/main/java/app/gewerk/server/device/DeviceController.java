package app.gewerk.server.device;

import app.gewerk.core.diagnosis.DiagnosisKnowledge;
import app.gewerk.core.diagnosis.Machine;
import app.gewerk.server.shop.Here;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/device")
class DeviceController {
    private final DeviceService devices;

    DeviceController(DeviceService devices) {
        this.devices = devices;
    }

    record SaveTrain(int version, Machine machine) {}

    @GetMapping
    List<DeviceService.KnownMachine> find(@RequestParam String find) {
        return devices.find(find);
    }

    /** Types of part a machine's own train is described with. */
    @GetMapping("/part-types")
    List<String> partTypes() {
        return DiagnosisKnowledge.shipped().partTypes();
    }

    @GetMapping("/{modelId}/train")
    DeviceService.Train train(@PathVariable long modelId) {
        return devices.train(modelId);
    }

    @PutMapping("/{modelId}/train")
    DeviceService.Train saveTrain(Here here, @PathVariable long modelId, @RequestBody SaveTrain save) {
        return devices.saveTrain(here, modelId, save.version(), save.machine());
    }
}
