/** Devices: what bridges announce and send, what the app asks of them. */
import express, { Router } from 'express'
import { idParams } from '@core/api/api'
import {
  answerSchema,
  commandParams,
  deviceOfferSchema,
  deviceStateSchema,
  fileQuery,
  heldFileParams,
  sendCommandSchema
} from '@core/api/devices'
import { MOST_FILE_BYTES } from '@core/measure/rawFile'
import type { Asked } from '@core/run/asked'
import { eventStream } from '../http/eventStream'
import { invalid, notFound } from '../http/problem'
import { parse } from '../http/validate'
import type { DeviceHub } from '../services/devices'
import { heldFiles } from '../services/heldFiles'
import type { Intake } from '../services/intake'
import type { ShootStore } from '../store/shoots'

export function deviceRoutes(devices: DeviceHub, intake: Intake, shoots: ShootStore): Router {
  const router = Router()
  const held = heldFiles()
  const idOf = (params: unknown): string => parse(idParams, params).id

  router.get('/', (_req, res) => void res.json(devices.list()))
  router.put('/:id', (req, res) => {
    res.json(devices.announce(idOf(req.params), parse(deviceOfferSchema, req.body)))
  })
  router.delete('/:id', (req, res) => {
    devices.drop(devices.find(idOf(req.params)).id)
    res.status(204).end()
  })
  router.put('/:id/state', (req, res) => {
    devices.report(idOf(req.params), parse(deviceStateSchema, req.body))
    res.status(204).end()
  })
  /** The bridge listens here for what is asked of it. */
  router.get('/:id/commands', (req, res) => {
    const id = devices.find(idOf(req.params)).id
    let leave = (): void => {}
    const stream = eventStream(req, res, () => leave())
    leave = devices.connect(id, (sent) => stream.send('command', sent, sent.id))
  })
  router.post('/:id/commands', async (req, res) => {
    const { id: commandId, shootId, command } = parse(sendCommandSchema, req.body)
    if (shootId !== null && !(await shoots.exists(shootId))) throw notFound('shoot')
    res.json(await devices.ask(idOf(req.params), commandId, shootId, command))
  })
  router.put('/:id/commands/:commandId/answer', (req, res) => {
    const { id, commandId } = parse(commandParams, req.params)
    devices.answer(id, commandId, parse(answerSchema, req.body))
    res.status(204).end()
  })
  /** What a command that belongs to no shoot has brought. */
  router.get('/:id/commands/:commandId/files', (req, res) => {
    const { id, commandId } = parse(commandParams, req.params)
    devices.asked(id, commandId)
    res.json(held.list(`${id}/${commandId}`))
  })
  router.get('/:id/commands/:commandId/files/:number', (req, res) => {
    const { id, commandId, number } = parse(heldFileParams, req.params)
    res.type('application/octet-stream').send(held.get(`${id}/${commandId}`, number))
  })
  router.delete('/:id/commands/:commandId/files', (req, res) => {
    const { id, commandId } = parse(commandParams, req.params)
    held.forget(`${id}/${commandId}`)
    res.status(204).end()
  })
  router.post(
    '/:id/files',
    express.raw({ type: () => true, limit: MOST_FILE_BYTES }),
    async (req, res) => {
      const { offer, id } = devices.find(idOf(req.params))
      const { name, command } = parse(fileQuery, req.query)
      if (!Buffer.isBuffer(req.body) || req.body.length === 0)
        throw invalid([{ path: 'file', message: 'the file is empty' }])
      const asked = command === undefined ? null : devices.asked(id, command)
      if (asked?.shootId === null) {
        held.hold(`${id}/${command}`, { name, bytes: req.body })
        res.status(201).json({ frameId: null, known: false })
        return
      }
      const shootId = asked?.shootId ?? offer.shootId
      if (shootId === null || !(await shoots.exists(shootId)))
        throw invalid([{ path: 'command', message: 'it is not known which shoot it belongs to' }])
      const filed = await intake.take(shootId, name, req.body, {
        asked: asked && meant(asked.command),
        practice: offer.practice
      })
      res.status(filed.known ? 200 : 201).json(filed)
    }
  )
  return router
}

/** What the frame of a command was meant to show; null where the run must say. */
const meant = (command: ReturnType<DeviceHub['asked']>['command']): Asked | null =>
  command.do === 'trigger'
    ? {
        kind: command.kind,
        fired: command.lights,
        ...(command.part ? { part: command.part } : {})
      }
    : null
