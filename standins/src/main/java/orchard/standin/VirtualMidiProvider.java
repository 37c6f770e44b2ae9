package orchard.standin;

import javax.sound.midi.MidiDevice;
import javax.sound.midi.spi.MidiDeviceProvider;

/** Puts the stand-ins' MIDI ports among those of the machine. Found by {@code javax.sound.midi} as a service. */
public final class VirtualMidiProvider extends MidiDeviceProvider {

    @Override
    public MidiDevice.Info[] getDeviceInfo() {
        return VirtualMidi.ports().stream().map(MidiDevice::getDeviceInfo).toArray(MidiDevice.Info[]::new);
    }

    @Override
    public MidiDevice getDevice(MidiDevice.Info info) {
        return VirtualMidi.ports().stream()
                .filter(port -> port.getDeviceInfo().equals(info))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(info + " is not plugged in"));
    }
}
