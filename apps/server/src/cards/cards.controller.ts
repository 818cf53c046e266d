import { Controller, Get, Param, Query, Res } from '@nestjs/common';
import { cardIn, crankSvg, drawnCrank, rimMapSvg } from '@tare/card';
import { CARD_PAPERS, type CardPaper, type JobCard, type SignedCard } from '@tare/contract';
import type { Response } from 'express';
import Joi from 'joi';
import { checked } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { Workers } from '../compute/workers.js';
import type { CardPictures } from './cardPdf.js';
import { CardStore } from './cardStore.js';

interface PdfQuery {
  readonly paper: CardPaper;
  /** The card as it was signed then; left out for the present one. */
  readonly signOffId?: string;
}
const pdfQuerySchema = Joi.object<PdfQuery>({
  paper: Joi.string()
    .valid(...CARD_PAPERS)
    .default('a4')
    .label('The paper'),
  signOffId: Joi.string().uuid().label('The signature'),
});

/** What the customer gets: the card as data and as a file. */
@Controller('api/jobs/:jobId')
export class CardsController {
  constructor(
    private readonly cards: CardStore,
    private readonly jobs: JobAccess,
    private readonly workers: Workers,
  ) {}

  @Get('card')
  @Describe('The card as it stands now: every section with its lines and figures, by the present arithmetic')
  async card(@Param('jobId', IdPipe) jobId: string): Promise<JobCard> {
    return (await this.cards.fresh(jobId)).card;
  }

  @Get('signed-cards')
  @Describe('The card as it was signed, each time that it was; null for one from before signed cards were kept')
  signed(@Param('jobId', IdPipe) jobId: string): Promise<SignedCard[]> {
    return this.cards.signed(jobId);
  }

  @Get('card.pdf')
  @Describe('The card as a PDF file on A4 or letter; as it was signed where a sign-off is named')
  async pdf(@Param('jobId', IdPipe) jobId: string, @Query() query: Record<string, string>, @Res() response: Response): Promise<void> {
    const { paper, signOffId } = checked<PdfQuery>(pdfQuerySchema, query, null);
    const { sheet, figures, card: fresh } = await this.cards.fresh(jobId);
    const kept = signOffId === undefined ? fresh : await this.cards.signedOne(jobId, signOffId);
    const card = cardIn(kept, sheet.spec.printIn);
    // The drawings show the crank as it is: beside a card of another day it would say something else.
    const isNow = signOffId === undefined || (fresh.signed !== null && signOffId === sheet.signOffs.at(-1)?.id);
    const drawings =
      isNow && sheet.spins.length > 0
        ? [
            crankSvg(drawnCrank(sheet.spec, sheet.holes)),
            rimMapSvg({
              crank: sheet.spec.crank,
              tolerance: figures.tolerance,
              reading: figures.spins.at(-1) ?? null,
              drilled: sheet.holes,
              printIn: sheet.spec.printIn,
            }),
          ]
        : [];
    const file = await this.workers.pdf(card, paper, { drawings, photos: await this.#photos(jobId, card.photoIds) });
    response.type('application/pdf').setHeader('Content-Disposition', `inline; filename="tare-card-${card.number}.pdf"`).send(file);
  }

  /** In the order in which they were chosen. */
  async #photos(jobId: string, ids: readonly string[]): Promise<CardPictures['photos']> {
    if (ids.length === 0) return [];
    const rows = await this.jobs
      .db('photo')
      .where({ job_id: jobId })
      .whereIn('id', [...ids])
      .select<{ id: string; image: Buffer }[]>('id', 'image');
    return ids.flatMap((id) => rows.find((row) => row.id === id)?.image ?? []);
  }
}
