import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar, MatSnackBarModule } from '@angular/material/snack-bar';
import { formatDate } from '@cuadro/core/case/words';
import { CasesService, type Candidate } from '../data/cases.service';
import { MarginService } from '../data/margin.service';
import { WorkingMargin } from '../shared/working-margin';

/** Every case with its state: revision, last change, signature. */
@Component({
  selector: 'cu-cases-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, MatSnackBarModule, WorkingMargin],
  templateUrl: './cases-page.html',
  styleUrl: './cases-page.scss',
})
export class CasesPage {
  protected readonly cases = inject(CasesService);
  private readonly margin = inject(MarginService);
  private readonly snack = inject(MatSnackBar);

  constructor() {
    this.margin.clear();
    void this.cases.load();
  }

  protected changed(c: Candidate): string {
    return formatDate(c.row.updatedAt.slice(0, 16), false);
  }

  protected signed(c: Candidate): string {
    const { signedRevision, revision } = c.row;
    if (signedRevision === null) return 'not signed';
    return signedRevision === revision ? 'signed' : `signed at revision ${signedRevision}, changed since`;
  }

  protected async remove(c: Candidate): Promise<void> {
    try {
      await this.cases.remove(c.row.id);
      this.snack.open(`"${c.row.title}" was taken off the list.`, 'Bring it back', { duration: 12_000 }).onAction().subscribe(() => void this.cases.restore(c.row.id));
    } catch (e) {
      this.snack.open(e instanceof Error ? e.message : String(e), 'Close');
    }
  }
}
