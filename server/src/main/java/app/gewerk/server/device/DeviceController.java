package app.gewerk.server.device;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
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

    @GetMapping
    List<DeviceService.Machine> find(@RequestParam String find) {
        return devices.find(find);
    }
}
