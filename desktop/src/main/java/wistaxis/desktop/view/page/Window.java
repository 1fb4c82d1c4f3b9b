package wistaxis.desktop.view.page;

import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.Scene;
import wistaxis.core.ticket.Stage;
import wistaxis.core.words.Language;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.sound.Speaker;
import wistaxis.workbench.document.DocumentMaker;

/** The window around a page, as the page sees it: where it leads to, and what it has of its own. */
public interface Window {
    Scene scene();

    Speaker speaker();

    /** What documents and labels are printed with. */
    Printers printers();

    /** Reads the page anew, in the next frame. */
    void again();

    /** Says something above the page, until it is put away. */
    void alarm(String text);

    /** Asks where a file is to be saved; empty where somebody thought better of it. */
    Optional<Path> saveAs(String name);

    /** Speaks another language from now on. */
    void speak(Language language);

    /** Opens a folder in the system's own program for files. */
    void showFolder(Path folder);

    void showBench();

    void showFigures();

    void showCustomers();

    /** Where a ticket stands. */
    void showTicket(String number);

    void showTicket(String number, Stage stage);

    void showDocuments(String number);

    /** One document of a ticket first. */
    void showDocuments(String number, DocumentMaker.Kind kind);

    /** The devices of a lot. */
    void showLot(String lot);

    /** A file that is to be read, as the technician chooses; empty where they think better of it. @param title what is looked for */
    Optional<Path> open(String title);

    void showTimeline(String number);

    /** The first day's pages, from one of them on. */
    void showFirstDay(FirstDay step);

    void showSettings();

    /** A first ticket is led through, in a practice of its own that leaves nothing behind. */
    void showLedTicket();

    /** What is new since the version before. */
    void showWhatsNew();

    /** What is given to whoever helps, to be looked at first. */
    void showTroubleReport();
}
