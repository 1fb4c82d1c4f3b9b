package wistaxis.store.ledger;

import java.nio.file.Path;

/** The ledger in a file. */
class KeptLedgerContractTest extends LedgerContract {
    @Override
    LedgerStore open(Path folder) {
        return KeptLedger.open(new DataFolder(folder).ledger());
    }
}
