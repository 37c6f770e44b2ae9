package orchard.app.desktop;

import com.sun.jna.Callback;
import com.sun.jna.Library;
import com.sun.jna.Pointer;
import com.sun.jna.ptr.IntByReference;
import com.sun.jna.ptr.LongByReference;
import com.sun.jna.ptr.PointerByReference;

/**
 * What is used of Xlib, under its own names (“Xlib: C Language X Interface”, X.Org), on machines whose C {@code long} has 64 bits. Windows, atoms and key symbols are
 * numbers.
 */
interface Xlib extends Library {

    /** An atom that means: whatever type. */
    long ANY_PROPERTY_TYPE = 0;

    long CURRENT_TIME = 0;
    int GRAB_MODE_ASYNC = 1;
    int GRAB_SUCCESS = 0;
    int CLIENT_MESSAGE = 33;
    long SUBSTRUCTURE_NOTIFY_MASK = 1 << 19;
    long SUBSTRUCTURE_REDIRECT_MASK = 1 << 20;

    /** “The core keyboard”, for Xkb. */
    int XKB_USE_CORE_KEYBOARD = 0x100;

    Pointer XOpenDisplay(String name);

    int XCloseDisplay(Pointer display);

    long XDefaultRootWindow(Pointer display);

    long XInternAtom(Pointer display, String name, boolean onlyIfExists);

    int XGetWindowProperty(
            Pointer display,
            long window,
            long property,
            long offset,
            long length,
            boolean delete,
            long type,
            LongByReference actualType,
            IntByReference actualFormat,
            LongByReference items,
            LongByReference bytesAfter,
            PointerByReference value);

    /** @param text an XTextProperty: value, encoding, format, number of items */
    int XGetWMName(Pointer display, long window, Pointer text);

    int Xutf8TextPropertyToTextList(Pointer display, Pointer text, PointerByReference list, IntByReference count);

    void XFreeStringList(Pointer list);

    int XGetInputFocus(Pointer display, LongByReference focus, IntByReference revertTo);

    int XQueryTree(
            Pointer display,
            long window,
            LongByReference root,
            LongByReference parent,
            PointerByReference children,
            IntByReference number);

    int XSendEvent(Pointer display, long window, boolean propagate, long mask, Pointer event);

    int XGrabKeyboard(Pointer display, long window, boolean ownerEvents, int pointerMode, int keyboardMode, long time);

    int XUngrabKeyboard(Pointer display, long time);

    int XGrabServer(Pointer display);

    int XUngrabServer(Pointer display);

    int XSync(Pointer display, boolean discard);

    int XFree(Pointer data);

    int XDisplayKeycodes(Pointer display, IntByReference lowest, IntByReference highest);

    Pointer XGetKeyboardMapping(Pointer display, byte first, int count, IntByReference symbolsPerKey);

    int XkbGetState(Pointer display, int device, Pointer state);

    Pointer XSetErrorHandler(ErrorHandler handler);

    Pointer XSetIOErrorHandler(LostHandler handler);

    void XSetIOErrorExitHandler(Pointer display, ExitHandler handler, Pointer data);

    /** Is told of a request that failed: usually its window was closed meanwhile. */
    interface ErrorHandler extends Callback {
        int failed(Pointer display, Pointer event);
    }

    /** Is told that the connection is lost. */
    interface LostHandler extends Callback {
        int lost(Pointer display);
    }

    /** Takes the place of the end of the whole program, once a connection is lost. */
    interface ExitHandler extends Callback {
        void exit(Pointer display, Pointer data);
    }

    /** The part of XTest that types (“XTEST Extension Library”, X.Org). */
    interface Xtst extends Library {
        boolean XTestQueryExtension(
                Pointer display,
                IntByReference event,
                IntByReference error,
                IntByReference major,
                IntByReference minor);

        int XTestFakeKeyEvent(Pointer display, int keycode, boolean isPress, long delay);
    }
}
