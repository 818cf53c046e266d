import { createHash } from 'node:crypto';
import { Controller, Get, HttpCode, Param, Post, Query, Req, Res } from '@nestjs/common';
import { newPhotoSchema, photoRemovalSchema, type NewPhoto, type Write } from '@tare/contract';
import type { Request, Response } from 'express';
import { makerOf } from '../access/maker.js';
import { Workers } from '../compute/workers.js';
import { checked, CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { insertOnce } from '../ledger/insertOnce.js';

@Controller('api/jobs/:jobId/photos')
export class PhotosController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly workers: Workers,
  ) {}

  @Post()
  @Describe('Attach a picture to a part, a spin or a cut: JPEG, PNG or WebP as the body; id and partId or entryId as the query')
  async attach(@Param('jobId', IdPipe) jobId: string, @Query() query: unknown, @Req() request: Request): Promise<{ attached: true }> {
    const { id, partId, entryId, personId } = checked<NewPhoto>(newPhotoSchema, query, makerOf(request));
    const { shopId } = await this.jobs.require(jobId);
    if (partId !== undefined && !(await this.jobs.db('part').where({ id: partId, job_id: jobId }).first('id')))
      throw fieldProblem('partId', 'That part is not in this job.');
    if (
      entryId !== undefined &&
      !(await this.jobs.db('write_id').where({ id: entryId, job_id: jobId }).whereIn('kind', ['spin', 'hole', 'measurement', 'work']).first('id'))
    )
      throw fieldProblem('entryId', 'That spin, cut, measurement or work is not in this job.');
    const { image, widthPx, heightPx } = await this.workers.photo(request.body);
    const content = {
      ...(partId === undefined ? { entryId } : { partId }),
      sent: createHash('sha256')
        .update(request.body as Buffer)
        .digest('base64'),
    };
    await insertOnce(this.jobs.db, { id, kind: 'photo', shopId, jobId, personId, content }, async (trx) => {
      const size = { width_px: widthPx, height_px: heightPx };
      await trx('photo').insert({
        id,
        shop_id: shopId,
        job_id: jobId,
        part_id: partId ?? null,
        entry_id: entryId ?? null,
        image,
        ...size,
        person_id: personId,
      });
    });
    return { attached: true };
  }

  @Get(':photoId')
  @Describe('A picture, as JPEG')
  async picture(@Param('jobId', IdPipe) jobId: string, @Param('photoId', IdPipe) photoId: string, @Res() response: Response): Promise<void> {
    const { image } = await this.photo(jobId, photoId);
    // A picture never changes; only its place on the list does.
    response.type('image/jpeg').setHeader('Cache-Control', 'private, max-age=31536000, immutable').send(image);
  }

  @Post(':photoId/removal')
  @HttpCode(200)
  @Describe('Take a picture away', photoRemovalSchema)
  async remove(
    @Param('jobId', IdPipe) jobId: string,
    @Param('photoId', IdPipe) photoId: string,
    @CheckedBody(photoRemovalSchema) { id, personId }: Write,
  ): Promise<{ removed: true }> {
    const { shopId } = await this.jobs.require(jobId);
    await this.photo(jobId, photoId);
    await insertOnce(this.jobs.db, { id, kind: 'photoRemoval', shopId, jobId, personId, content: { photoId } }, async (trx) => {
      const row = { photo_id: photoId, shop_id: shopId, job_id: jobId, person_id: personId };
      await trx('photo_removal').insert(row).onConflict('photo_id').ignore();
    });
    return { removed: true };
  }

  private async photo(jobId: string, photoId: string): Promise<{ image: Buffer }> {
    await this.jobs.require(jobId);
    const photo = await this.jobs.db('photo').where({ id: photoId, job_id: jobId }).first<{ image: Buffer } | undefined>('image');
    if (!photo) throw new ProblemException(404, 'That picture is not in this job.');
    return photo;
  }
}
